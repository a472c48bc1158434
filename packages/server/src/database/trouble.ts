/** No connection was free in time, or a statement was not answered in time: worth another try. */
export class DatabaseBusy extends Error {
  override readonly name = 'DatabaseBusy';
}

const DUPLICATE = 1062;
const MISSING_REFERENCE = 1452;
const DEADLOCK = 1213;
const LOCK_WAIT = 1205;
const STATEMENT_TIME = 1969;
/** Disk full; error writing a file; no room in a table; the storage engine's own error, which is the disk's. */
const NO_ROOM: readonly (number | undefined)[] = [1021, 1026, 1114, 1030];

/** MariaDB's number for what went wrong, or undefined for another error. */
function errnoOf(error: unknown): number | undefined {
  return (error as { errno?: number } | null)?.errno;
}

/** Whether a unique key was already taken. */
export function isDuplicate(error: unknown): boolean {
  return errnoOf(error) === DUPLICATE;
}

/** Whether a row names another that is not there. */
export function isMissingReference(error: unknown): boolean {
  return errnoOf(error) === MISSING_REFERENCE;
}

/** Whether others were in the way, and another try may do. */
export function isBusy(error: unknown): boolean {
  const errno = errnoOf(error);
  return (
    error instanceof DatabaseBusy || errno === DEADLOCK || errno === LOCK_WAIT || errno === STATEMENT_TIME
  );
}

/** Whether the database's disk takes no more. */
export function hasNoRoom(error: unknown): boolean {
  return NO_ROOM.includes(errnoOf(error));
}

/** Whether the database could not be reached at all, as opposed to refusing a statement. */
export function isUnreachable(error: unknown): boolean {
  const { code = '', fatal, syscall } = (error ?? {}) as { code?: string; fatal?: boolean; syscall?: string };
  // A client's own socket has the same codes; the driver marks what ended its connection, or never made one.
  const isDriver =
    fatal === true || syscall === 'connect' || code.startsWith('ER_') || code.startsWith('PROTOCOL_');
  const isGone = [
    'ECONNREFUSED',
    'ECONNRESET',
    'ETIMEDOUT',
    'EPIPE',
    'ENOENT',
    'PROTOCOL_CONNECTION_LOST',
    'ER_SERVER_SHUTDOWN',
    'ER_CONNECTION_KILLED',
  ].includes(code);
  return isDriver && isGone;
}
