const DOMAIN = '@no-address.lotrecht.invalid';

/**
 * Stands for the address of an instructor who came in by a file. Addresses are one each in the whole installation: the
 * file's own would tell who has an account in another academy.
 */
export function standInAddress(academyId: string, id: string): string {
  return `${id}.${academyId}${DOMAIN}`;
}

/** Whether an address is such a one: nobody gets post there, and nobody signs in with it. */
export function isStandInAddress(email: string): boolean {
  return email.toLowerCase().endsWith(DOMAIN);
}
