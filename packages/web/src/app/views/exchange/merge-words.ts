import { type LeftOut, type MergeReport } from '@lotrecht/records';

const WHY: Readonly<Record<LeftOut['why'], string>> = {
  erased: 'of students who were erased here',
  consent: 'of consents that were given to another academy: ask the guardian anew',
  'no-account': 'of what someone without an account here has looked at or set',
};

/** What a file would bring, or has brought, in one sentence. */
export function mergeSentence(report: MergeReport): string {
  const { academyName, rows, problemCount, broughtIn, conflictCount } = report;
  const of = `${academyName === '' ? 'The file' : `${academyName}’s file`} has ${counted(rows, 'row')}`;
  if (problemCount > 0) return `${of}, and ${counted(problemCount, 'thing')} wrong. Nothing came in.`;
  const { fresh, same } = totals(report);
  const differ = conflictCount === 0 ? '' : `, ${conflictCount} not the same here`;
  const brought = `${fresh} ${broughtIn ? 'came in' : 'would come in'}`;
  return `${of}: ${brought}, ${same} here already${differ}.`;
}

/** What the head has to know beside the figures. */
export function mergeNotes(report: MergeReport): readonly string[] {
  const { leftOut, instructors, underYou, namesakes, withoutConsent, erasedThere, broughtIn, ofThisAcademy } =
    report;
  const notes = leftOut.map(({ why, rows }) => `Stays out: ${counted(rows, 'row')} ${WHY[why]}.`);
  if (!ofThisAcademy && report.academyName !== '')
    notes.unshift(
      'It is of another academy. Your academy’s own name and how long data is kept stay as they are.',
    );
  if (instructors.length > 0)
    notes.push(
      `New instructors, ${broughtIn ? 'suspended until you let them in' : 'who come in suspended'}: ${instructors.join(', ')}.`,
    );
  if (underYou) notes.push('What names an instructor without an account here comes in under you.');
  if (namesakes.length > 0)
    notes.push(`Called as someone who is here, under another id: ${namesakes.join(', ')}. Perhaps the same.`);
  if (withoutConsent.length > 0)
    notes.push(
      `Not of age, and no guardian’s consent here: ${withoutConsent.join(', ')}. Ask before the next lesson; erase who may not be kept.`,
    );
  if (erasedThere.length > 0)
    notes.push(
      `Erased in the file, and still here: ${erasedThere.map((s) => s.name).join(', ')}. Erase them on their own page if that is right.`,
    );
  return notes;
}

/** The way to a field, for a person. @example fieldWord('document/observations/0/leadGapMm') // 'reading 1: lead gap mm' */
export function fieldWord(field: string): string {
  return field
    .replace(/^document\/observations\/(\d+)\/?/, (_, index: string) => `reading ${Number(index) + 1}: `)
    .replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
}

function totals({ tables }: MergeReport): { readonly fresh: number; readonly same: number } {
  return {
    fresh: tables.reduce((sum, t) => sum + t.fresh, 0),
    same: tables.reduce((sum, t) => sum + t.same, 0),
  };
}

function counted(n: number, what: string): string {
  return `${n} ${what}${n === 1 ? '' : 's'}`;
}
