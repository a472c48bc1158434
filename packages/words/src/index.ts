export * from './result-words.ts';
export {
  askAboutComma,
  type DistanceUnit,
  formatDistance,
  formatLength,
  type LengthUnit,
  parseDistance,
  parseLength,
  type TypedLength,
} from './typed-length.ts';
