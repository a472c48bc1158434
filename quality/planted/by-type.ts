/** Slips that only types show, one a line: lint has to name each (`rules.test.ts`). */
async function saved(): Promise<number> {
  return 1;
}

export function unheard(): void {
  saved();
}

export async function escapes(): Promise<number> {
  try {
    return saved();
  } catch {
    return 0;
  }
}

export function alwaysTrue(): boolean {
  return [1].some(async () => (await saved()) > 1);
}

export async function waitsForNothing(): Promise<number> {
  const one = await 1;
  return one;
}

export function leavesOneOut(of: 'right' | 'left'): number {
  switch (of) {
    case 'right':
      return 1;
  }
  return 0;
}
