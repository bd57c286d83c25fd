import { pino, type Logger } from 'pino';

/**
 * The server's log: a line of JSON for each thing worth knowing, to standard output.
 * @param on off for tests that want none
 */
export const makeLog = (on: boolean): Logger =>
  pino({ level: on ? 'info' : 'silent', base: null, timestamp: pino.stdTimeFunctions.isoTime });
