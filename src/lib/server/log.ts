import pino from 'pino';

/** One line of JSON an event; `LOG_LEVEL` sets how much. */
export const log = pino({ level: process.env.LOG_LEVEL ?? 'warn', base: null });
