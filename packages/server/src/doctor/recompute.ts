import { CORE_VERSION } from '@lotrecht/core';
import { differencesWhenRecomputed, type StoredResult } from '../checks/result-difference.ts';
import { type Database } from '../database/database.ts';
import { sql } from '../database/sql.ts';

/** A stored result that today's core does not come to. */
export interface Difference {
  readonly checkId: string;
  readonly revision: number;
  /** What made the stored one. */
  readonly coreVersion: string;
  /** JSON pointers, a few of them. */
  readonly paths: readonly string[];
}

/** What came of computing everything again. */
export interface Recomputation {
  readonly results: number;
  /** By the version of core that stored them. */
  readonly byCore: Readonly<Record<string, { readonly results: number; readonly different: number }>>;
  /** The first of them. */
  readonly differences: readonly Difference[];
}

interface StoredVersion extends StoredResult {
  readonly checkId: string;
  readonly revision: number;
  readonly coreVersion: string;
}

const TOLD = 20;
const PATHS_TOLD = 5;

/** Computes every stored result again from its readings. Nothing is changed. */
export async function recomputeAll(db: Database): Promise<Recomputation> {
  const byCore: Record<string, { results: number; different: number }> = {};
  const differences: Difference[] = [];
  let results = 0;
  const snapshot = await db.openSnapshot();
  try {
    const stored = snapshot.stream<StoredVersion>(sql`
      SELECT check_id AS checkId, revision, document, rebase, result, core_version AS coreVersion
      FROM check_version ORDER BY academy_id, check_id, revision`);
    for await (const version of stored) {
      const { checkId, revision, coreVersion } = version;
      const paths = differencesWhenRecomputed(version);
      const count = (byCore[coreVersion] ??= { results: 0, different: 0 });
      results += 1;
      count.results += 1;
      if (paths.length === 0) continue;
      count.different += 1;
      if (differences.length < TOLD)
        differences.push({ checkId, revision, coreVersion, paths: paths.slice(0, PATHS_TOLD) });
    }
  } finally {
    snapshot.close();
  }
  return { results, byCore, differences };
}

/** What computes now. */
export const COMPUTES = CORE_VERSION;
