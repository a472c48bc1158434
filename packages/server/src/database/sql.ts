/** A value that may be bound to a query. `undefined` is refused: it would silently become NULL or throw late. */
export type Bindable = string | number | boolean | null | Buffer;

/** One statement with its bound parameters. */
export interface Sql {
  readonly text: string;
  readonly values: readonly Bindable[];
}

/** A piece of SQL text written in this code base, never taken from input. */
export interface SqlFragment extends Sql {
  readonly fragment: true;
}

/**
 * Tagged template for SQL: every `${}` becomes a bound parameter, unless it is itself a fragment.
 *
 * @example sql`SELECT name FROM student WHERE academy_id = ${academyId} AND id = ${id}`
 */
export function sql(
  strings: TemplateStringsArray,
  ...parts: readonly (Bindable | SqlFragment)[]
): SqlFragment {
  let text = strings[0] ?? '';
  const values: Bindable[] = [];
  parts.forEach((part, index) => {
    if (part === undefined)
      throw new TypeError(`undefined as parameter ${index + 1} of: ${strings.join('?')}`);
    if (isFragment(part)) {
      text += part.text;
      values.push(...part.values);
    } else {
      text += '?';
      values.push(part);
    }
    text += strings[index + 1] ?? '';
  });
  return { fragment: true, text, values };
}

function isFragment(part: Bindable | SqlFragment): part is SqlFragment {
  return typeof part === 'object' && part !== null && 'fragment' in part;
}

/** Words of SQL that stand in a declaration: names of tables and columns, never anything from input. */
export function declared(text: string): SqlFragment {
  return { fragment: true, text, values: [] };
}

/** Values for IN (…); none matches nothing. */
export function listOf(values: readonly string[]): SqlFragment {
  return values.reduce((list, value) => sql`${list}, ${value}`, sql`NULL`);
}
