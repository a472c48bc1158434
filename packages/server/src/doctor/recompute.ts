import { CORE_VERSION } from '@lotrecht/core';
import { isMeasured } from '@lotrecht/judging';
import { differencesWhenRecomputed, type StoredResult } from '../checks/result-difference.ts';
import { type Database } from '../database/database.ts';
import { sql } from '../database/sql.ts';

/** A stored result that today's core does not come to. */
interface Difference {
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
  /** The newest of checks that were kept before it was asked whether they can have been measured; the first of them. */
  readonly unmeasured: readonly Pick<Difference, 'checkId' | 'revision'>[];
}

interface StoredVersion extends StoredResult {
  readonly checkId: string;
  readonly revision: number;
  readonly coreVersion: string;
  /** The newest of its check. */
  readonly isNewest: 0 | 1;
}

const TOLD = 20;
const PATHS_TOLD = 5;

/** Computes every stored result again from its readings. Nothing is changed. */
export async function recomputeAll(db: Database): Promise<Recomputation> {
  const byCore: Record<string, { results: number; different: number }> = {};
  const differences: Difference[] = [];
  const unmeasured: Pick<Difference, 'checkId' | 'revision'>[] = [];
  let results = 0;
  const snapshot = await db.openSnapshot();
  try {
    const stored = snapshot.stream<StoredVersion>(sql`
      SELECT v.check_id AS checkId, v.revision, v.document, v.rebase, v.result, v.core_version AS coreVersion,
        v.revision = c.revision AS isNewest
      FROM check_version v JOIN setup_check c ON c.academy_id = v.academy_id AND c.id = v.check_id
      ORDER BY v.academy_id, v.check_id, v.revision`);
    for await (const version of stored) {
      const { checkId, revision, coreVersion } = version;
      const paths = differencesWhenRecomputed(version);
      if (version.isNewest === 1 && unmeasured.length < TOLD && !isMeasured(version.document))
        unmeasured.push({ checkId, revision });
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
  return { results, byCore, differences, unmeasured };
}

/** What computes now. */
export const COMPUTES = CORE_VERSION;
