/** A command that was typed wrongly: exit code 2, with what to type. */
export class WrongUsage extends Error {
  override readonly name = 'WrongUsage';
}
