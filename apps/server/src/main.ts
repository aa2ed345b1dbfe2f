import './production.ts';
import 'reflect-metadata';
import { Temporal } from 'temporal-polyfill';
import { AccountService } from './domains/accounts/account.service.ts';
import { SetUpCode } from './domains/accounts/set-up-code.ts';
import { keepClock, keptClock } from './demo/demo-time.ts';
import { makeDemo, demoSignIns, demoStart } from './demo/make-demo.ts';
import { Clock, MovableClock, SystemClock } from './platform/clock.ts';
import { ConfigError, readConfig, warningsOf, type Config } from './platform/config.ts';
import { Database } from './platform/database/database.ts';
import { FolderInUseError } from './platform/database/folder-lock.ts';
import { RandomIds, SeededIds } from './platform/id-source.ts';
import { makeLogger } from './platform/logging.ts';
import { ProcessGuard } from './platform/process-guard.ts';
import { assemble, listen } from './start.ts';

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const database = await Database.open({
    folder: config.dataFolder,
    ...(config.databaseUrl && { url: config.databaseUrl }),
  });
  const { clock, fresh } = config.demo
    ? await demoClock(config, database)
    : { clock: new SystemClock(), fresh: false };
  const ids = fresh ? new SeededIds('plum-gate-demo') : new RandomIds();
  const log = makeLogger(config.logLevel);
  const running = await assemble({ config, database, clock, ids, log });
  let isStopping = false;
  const stop = (code: number) => {
    if (isStopping) return;
    isStopping = true;
    running.stop().then(
      () => process.exit(code),
      () => process.exit(1),
    );
  };
  process.on('SIGTERM', () => stop(0));
  process.on('SIGINT', () => stop(0));
  new ProcessGuard(log, () => stop(1)).watch(process);
  database.onDeath((error) => {
    console.error(error.message);
    process.exit(1);
  });

  if (fresh && clock instanceof MovableClock) {
    if (await running.app.get(AccountService).isSetUp()) throw new NotADemoError(config.dataFolder);
    console.log('Making the demo data: sixty days of visits, leads and messages.');
    await running.app.init();
    await makeDemo(running.app, clock);
    await keepClock(database, clock);
    if (ids instanceof SeededIds) ids.release();
  }
  const port = await listen(running, config.port, config.host);
  for (const warning of warningsOf(config)) console.warn(warning);
  if (!(await running.app.get(AccountService).isSetUp()))
    console.log(`Set-up code: ${await running.app.get(SetUpCode).read()}`);
  console.log(`Plum Gate is ready: http://localhost:${port}`);
  if (config.demo) console.log(demoSignIns(port));
}

/** The demo's clock runs on from where it was, or from a fixed morning, so that the demo looks the same every time. */
async function demoClock(
  config: Config,
  database: Database,
): Promise<{ clock: Clock; fresh: boolean }> {
  const kept = await keptClock(database);
  const wanted = config.clockStart ? Temporal.Instant.from(config.clockStart) : demoStart;
  if (!kept) return { clock: new MovableClock(wanted, false), fresh: true };
  const clock = new MovableClock(kept, true);
  if (config.clockStart) clock.moveTo(wanted);
  return { clock, fresh: false };
}

/** A demo is made in an empty folder only: over anything else it would mix made-up people with what is there. */
class NotADemoError extends Error {
  constructor(folder: string) {
    super(
      `The data folder ${folder} holds data that is not a finished demo. Give the demo a folder of its own with PLUMGATE_DATA, or remove this one.`,
    );
  }
}

main().catch((error: unknown) => {
  const expected = [ConfigError, FolderInUseError, NotADemoError].some(
    (kind) => error instanceof kind,
  );
  const inUse = (error as { code?: string }).code === 'EADDRINUSE';
  if (expected) console.error((error as Error).message);
  else if (inUse) console.error('The port is taken by another program. Choose another with PORT.');
  else console.error(error);
  process.exit(1);
});
