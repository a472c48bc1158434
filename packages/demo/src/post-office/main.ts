import { openPostOffice } from './post-office.ts';

/** Opens the stand-in and tells the start that called where it is; it ends with that start. */
const { smtpUrl, readUrl, close } = await openPostOffice();
process.send?.({ smtpUrl, readUrl });
const stop = (): void => void close().then(() => process.exit(0));
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
process.once('disconnect', stop);
