import pino from 'pino'

/** Structured lines on standard output; `LOG_LEVEL` says from which weight on. */
export const log = pino({ level: process.env.LOG_LEVEL ?? 'info', base: { app: 'needler' }, timestamp: pino.stdTimeFunctions.isoTime })
