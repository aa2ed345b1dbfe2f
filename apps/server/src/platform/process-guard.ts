import type { PinoLogger } from './logging.ts';

/** As many unhandled rejections within a minute mean that something is broken for good. */
const maxPerMinute = 20;

/**
 * What the process does with failures that nothing else took (docs/reliability.md has the policy). A rejected promise
 * without a handler is a mistake of ours that concerns one request or one job: it is logged with its cause and counted,
 * and the others go on. Twenty in a minute, or an exception that nobody caught, leave the program in a state that nobody
 * has thought of: `end` is called, and anyone who supervises the process starts it again.
 */
export class ProcessGuard {
  /** How many rejections were not handled since the start. */
  unhandled = 0;
  private recent: number[] = [];

  constructor(
    private readonly log: PinoLogger,
    private readonly end: () => void,
    private readonly milliseconds: () => number = () => performance.now(),
  ) {}

  watch(process: NodeJS.EventEmitter): void {
    process.on('unhandledRejection', (reason: unknown) => this.onRejection(reason));
    process.on('uncaughtException', (error: unknown) => {
      this.log.error({ err: error }, 'uncaught exception');
      this.end();
    });
  }

  private onRejection(reason: unknown): void {
    this.unhandled++;
    this.log.error({ err: reason, unhandled: this.unhandled }, 'unhandled rejection');
    const now = this.milliseconds();
    this.recent = [...this.recent.filter((at) => now - at < 60_000), now];
    if (this.recent.length >= maxPerMinute) this.end();
  }
}
