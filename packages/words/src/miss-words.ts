/** Where a student’s balls usually go, as they say it. */
export interface MissSaid {
  readonly start?: 'left' | 'over' | 'right' | undefined;
  readonly bend?: 'left' | 'none' | 'right' | undefined;
  readonly where: 'range' | 'course';
}

/**
 * The usual miss in words; empty where nobody said one.
 *
 * @example missText({ start: 'right', bend: 'left', where: 'course' }) // 'Starts right, bends left, on the course.'
 */
export function missText({ start, bend, where }: MissSaid): string {
  const parts = [
    ...(start === undefined ? [] : [start === 'over' ? 'starts on line' : `starts ${start}`]),
    ...(bend === undefined ? [] : [bend === 'none' ? 'does not bend' : `bends ${bend}`]),
  ];
  if (parts.length === 0) return '';
  const said = `${parts.join(', ')}, on the ${where}.`;
  return said.charAt(0).toUpperCase() + said.slice(1);
}

/** A line of the set-up that was read and is out. */
export interface ReadFault {
  /** As it is called. @example "Closed toes" */
  readonly title: string;
  readonly of: 'face' | 'body';
  /** Turned to the right of the target, seen from the student. */
  readonly right: boolean;
}

const PLURAL_END = /s$/;

/**
 * What was read against the usual miss: a face turned aside starts and bends the ball there; a body turned aside takes
 * the path along, and the ball starts a little there and bends back.
 *
 * @example missAgainst({ start: 'right', bend: 'left', where: 'range' }, [{ title: 'Closed toes', of: 'body', right: true }])[0] // 'Closed toes go with the usual miss.'
 */
export function missAgainst(miss: MissSaid, faults: readonly ReadFault[]): readonly string[] {
  if (missText(miss) === '') return [];
  const told = faults.map((fault) => ({ fault, goes: goesWith(miss, fault) }));
  const verb = ({ title }: ReadFault, one: string, more: string): string =>
    PLURAL_END.test(title) ? more : one;
  const open = told.filter(({ goes }) => goes).length !== 1;
  return [
    ...told.map(({ fault, goes }) =>
      goes
        ? `${fault.title} ${verb(fault, 'goes', 'go')} with the usual miss.`
        : `${fault.title} ${verb(fault, 'does', 'do')} not explain the usual miss.`,
    ),
    ...(open ? ['A run of balls past the gate rod tells face from path.'] : []),
  ];
}

function goesWith({ start, bend }: MissSaid, { of, right }: ReadFault): boolean {
  const side = right ? 'right' : 'left';
  const back = right ? 'left' : 'right';
  const starts = start === undefined || start === 'over' || start === side;
  const bends = bend === undefined || (of === 'face' ? bend === side : bend === back);
  // Neither told to a side: nothing goes with it.
  const said = (start !== undefined && start !== 'over') || (bend !== undefined && bend !== 'none');
  return said && starts && bends;
}
