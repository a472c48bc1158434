import {
  degreesFromRadians,
  metresFromMillimetres,
  millimetresFromMetres,
  radiansFromDegrees,
} from '@lotrecht/core';

/**
 * How whole documents (millimetres, degrees) become core's values (metres, radians) and back: a field's name carries
 * its unit, so the conversion follows the name, down through the lists and tables below it.
 */
interface Conversion {
  readonly documentSuffix: string;
  readonly coreSuffix: string;
  readonly unit: string;
  readonly toCore: (value: number) => number;
  readonly toDocument: (value: number) => number;
}

const CONVERSIONS: readonly Conversion[] = [
  {
    documentSuffix: 'Mm',
    coreSuffix: 'M',
    unit: 'mm',
    toCore: metresFromMillimetres,
    toDocument: millimetresFromMetres,
  },
  {
    documentSuffix: 'Deg',
    coreSuffix: 'Rad',
    unit: '°',
    toCore: radiansFromDegrees,
    toDocument: degreesFromRadians,
  },
];

type Json = unknown;

function mapNumbers(value: Json, convert: (value: number) => number): Json {
  if (typeof value === 'number') return convert(value);
  if (Array.isArray(value)) return value.map((item) => mapNumbers(item, convert));
  if (typeof value === 'object' && value !== null) {
    return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, mapNumbers(item, convert)]));
  }
  return value;
}

/** How a field's name and value change. */
interface FieldConversion {
  readonly coreKey: string;
  readonly toCore: ((value: number) => number) | undefined;
}

function fieldConversion(key: string): FieldConversion {
  const conversion = CONVERSIONS.find((c) => key.endsWith(c.documentSuffix));
  return conversion === undefined
    ? { coreKey: key, toCore: undefined }
    : {
        coreKey: key.slice(0, -conversion.documentSuffix.length) + conversion.coreSuffix,
        toCore: conversion.toCore,
      };
}

/** The names that nearly every check has, looked up instead of taken apart; others are converted all the same. */
const USUAL_FIELDS: ReadonlyMap<string, FieldConversion> = new Map(
  [
    'line',
    'by',
    'hold',
    'rod',
    'baseAlong',
    'handedness',
    'targetLine',
    'observations',
    'order',
    'footLine',
    'face',
    'toes',
    'leadGapMm',
    'trailGapMm',
    'heelGapMm',
    'toeGapMm',
    'faceGapMm',
    'tipGapMm',
    'baseMm',
    'lengthMm',
    'resolutionMm',
    'plumbMm',
    'stakeSeparationM',
    'sightingDeg',
    'tolerancesDeg',
    'goalsDeg',
  ].map((name) => [name, fieldConversion(name)]),
);

/**
 * A document's part in core's units: `leadGapMm: 571` → `leadGapM: 0.571`, `sightingDeg: 0.5` → `sightingRad`.
 *
 * @param value JSON; names without a unit are kept
 */
export function toCoreUnits(value: Json): Json {
  if (Array.isArray(value)) return value.map(toCoreUnits);
  if (typeof value !== 'object' || value === null) return value;
  const converted: Record<string, Json> = {};
  for (const key of Object.keys(value)) {
    const item = (value as Record<string, Json>)[key];
    const conversion = USUAL_FIELDS.get(key) ?? fieldConversion(key);
    converted[conversion.coreKey] =
      conversion.toCore === undefined ? toCoreUnits(item) : mapNumbers(item, conversion.toCore);
  }
  return converted;
}

/** A field of core as the document names it, with its unit and conversion. */
export interface DocumentField {
  /** JSON pointer. */
  readonly path: string;
  readonly unit: string;
  readonly toDocument: (value: number) => number;
}

/** Fields that are metres in documents too. */
const METRES_IN_DOCUMENTS = ['lateralM', 'distanceM', 'lateralUncertaintyM', 'stakeSeparationM'];

/**
 * The document's name of a field that core refused.
 *
 * @param coreField dotted path, e.g. `observations.1.leadGapM`
 * @example documentField('observations.1.leadGapM').path // '/observations/1/leadGapMm'
 */
export function documentField(coreField: string): DocumentField {
  let unit = '';
  let toDocument = (value: number): number => value;
  const names = coreField.split('.').map((name) => {
    if (METRES_IN_DOCUMENTS.includes(name)) {
      unit = 'm';
      return name;
    }
    const conversion = CONVERSIONS.find((c) => name.endsWith(c.coreSuffix));
    if (conversion === undefined) return name;
    ({ unit, toDocument } = conversion);
    return name.slice(0, -conversion.coreSuffix.length) + conversion.documentSuffix;
  });
  return { path: `/${names.join('/')}`, unit, toDocument };
}
