import { pino, type Logger } from 'pino';

/** The structured log. It carries ids and codes, never what people wrote or who they are. */
export abstract class PinoLogger {
  abstract error(facts: object, message: string): void;
  abstract info(facts: object, message: string): void;
}

export const makeLogger = (level: string): Logger =>
  pino({ level, redact: ['req.headers.cookie', 'req.headers.authorization', 'req.body'] });
