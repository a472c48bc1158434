/** What results are called on screen and on paper: one wording for both. */
export {
  angleText,
  answerOfLine,
  CLUB_GROUPS,
  firstNameOf,
  firstOf,
  firstReadOf,
  HAND_TITLES,
  type Lean,
  leanOf,
  LINE_TITLES,
  type LineKey,
  moveText,
  percentText,
  roundedMoveMm,
  uncertaintyText,
} from '@lotrecht/words';
