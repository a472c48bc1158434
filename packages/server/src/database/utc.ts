/** MariaDB's "2026-11-24 09:30:00.000" as ISO 8601; the session runs in UTC. */
export function isoFromUtc(utc: string): string {
  return `${utc.replace(' ', 'T')}Z`;
}
