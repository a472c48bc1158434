/** The same name however it was typed: case, spaces and composed letters make no other. */
export function foldedName(name: string): string {
  return name.normalize('NFC').trim().replaceAll(/\s+/g, ' ').toLocaleLowerCase();
}
