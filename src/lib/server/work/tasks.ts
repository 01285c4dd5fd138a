import { audit } from './audit';
import { readLogger } from './logger-file';
import { print } from './print';

/** What is done beside the server's own thread: each takes and gives data alone. */
export const TASKS = { print, readLogger };
export type Tasks = typeof TASKS;

/** The same of what goes on for minutes, and says something on its way. */
export const STREAMS = { audit };
export type Streams = typeof STREAMS;
