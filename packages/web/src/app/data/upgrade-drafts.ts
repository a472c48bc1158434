/** A draft as the first version wrote it: toes and face only. */
export interface FirstDraft {
  readonly fields?: Readonly<Record<string, string>>;
  readonly club?: unknown;
  readonly target?: unknown;
  readonly targetLine?: unknown;
  readonly circumstances?: unknown;
  readonly rebase?: unknown;
  readonly method?: unknown;
}

/** What a draft of the first version holds, as it is held now: what was typed then is not lost. */
export function contentOfFirstDraft(draft: FirstDraft): unknown {
  const fieldsOf = (line: string): Record<string, string> =>
    Object.fromEntries(
      Object.entries(draft.fields ?? {}).flatMap(([key, text]) =>
        key.startsWith(`${line}.`) ? [[key.slice(line.length + 1), text]] : [],
      ),
    );
  const entry = (line: string, by: string) => ({
    id: line,
    line,
    by,
    rod: false,
    hold: 1,
    look: false,
    fields: fieldsOf(line),
  });
  return {
    entries: [entry('toes', 'gaps'), entry('face', 'square')],
    unit: 'mm',
    club: draft.club ?? { group: 'mid-iron' },
    target: draft.target ?? {},
    targetLine: draft.targetLine ?? { sightingDeg: 0.5 },
    feet: null,
    circumstances: draft.circumstances ?? null,
    rebase: draft.rebase ?? null,
    judged: { judgement: { method: draft.method ?? { id: 'all-parallel', version: 1 } } },
    record: {},
    run: { phase: 'tape', hold: 0, startedAtMs: null, gainedS: 0, tapped: 0, pace: 'clock' },
  };
}
