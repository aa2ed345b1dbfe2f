import type { Clock } from './clock.ts';
import type { Config } from './config.ts';
import type { Database } from './database/database.ts';
import type { IdSource } from './id-source.ts';
import type { PinoLogger } from './logging.ts';

/** What the program stands on; a test brings its own. */
export interface Foundations {
  config: Config;
  database: Database;
  clock: Clock;
  ids: IdSource;
  log: PinoLogger;
}
