import { fork, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Injectable, Optional, type OnModuleDestroy } from '@nestjs/common';
import type { PictureFormat } from '@plumgate/page-kit';

export interface Source {
  width: number;
  height: number;
  content: Buffer;
}

/** The file itself can't be read as a picture: the same file never will be. */
export class NotAPictureError extends Error {}
/** The picture could not be made this time; the file may be a good one. */
export class PictureMakerError extends Error {}

type Work =
  | { kind: 'source'; file: Buffer }
  | { kind: 'size'; source: Buffer; width: number; format: PictureFormat };

interface Job {
  work: Work;
  /** How often its process has died under it. */
  deaths: number;
  resolve: (made: Source) => void;
  reject: (error: Error) => void;
}

interface Answer {
  number: number;
  made?: Source;
  failed?: 'not-a-picture' | 'failed';
}

const program = fileURLToPath(new URL('../../../pictures/maker.mjs', import.meta.url));
/** As many as there are cores on a small machine; the rest wait here and not in the other process. */
const maxAtOnce = 2;
/** A photograph of sixty megapixels takes about five seconds on a slow machine. */
const defaultJobTimeoutMs = 20_000;
/** Somebody else's picture may have ended the process, so a job is tried once more. */
const maxDeaths = 2;

/**
 * The process in which pictures are made; begun at the first picture, and again after it died. Nothing about its end
 * reaches further than the jobs it had: each is tried once more, and a job that takes too long is ended with the process.
 */
@Injectable()
export class PictureMaker implements OnModuleDestroy {
  private child: ChildProcess | null = null;
  private next = 0;
  private readonly queue: Job[] = [];
  private readonly underWay = new Map<number, { job: Job; timer: NodeJS.Timeout }>();

  constructor(@Optional() private readonly jobTimeoutMs: number = defaultJobTimeoutMs) {}

  /** Reads a file as a picture; rejects with `NotAPictureError` when it is none that we take, or too large. */
  source(file: Buffer): Promise<Source> {
    return this.make({ kind: 'source', file });
  }

  async size(source: Buffer, width: number, format: PictureFormat): Promise<Buffer> {
    return (await this.make({ kind: 'size', source, width, format })).content;
  }

  /** The process's number while there is one, for watching it. */
  get pid(): number | undefined {
    return this.child?.pid;
  }

  onModuleDestroy(): void {
    this.child?.kill();
  }

  private make(work: Work): Promise<Source> {
    return new Promise((resolve, reject) => {
      this.queue.push({ work, deaths: 0, resolve, reject });
      this.startNext();
    });
  }

  private startNext(): void {
    while (this.underWay.size < maxAtOnce) {
      const job = this.queue.shift();
      if (!job) return;
      const number = this.next++;
      const child = this.process();
      const timer = setTimeout(() => this.endSlow(number, child), this.jobTimeoutMs);
      timer.unref();
      this.underWay.set(number, { job, timer });
      // A process that ends just now can't take it; its end is told by its own event, and the job tried again there.
      child.send({ number, work: job.work }, () => {});
    }
  }

  private answer({ number, made, failed }: Answer): void {
    const job = this.take(number);
    if (made) job?.resolve({ ...made, content: Buffer.from(made.content) });
    else if (failed === 'not-a-picture') job?.reject(new NotAPictureError());
    else job?.reject(new PictureMakerError('The picture could not be made.'));
    this.startNext();
  }

  private endSlow(number: number, child: ChildProcess): void {
    this.take(number)?.reject(new NotAPictureError('It takes too long to read.'));
    child.kill('SIGKILL');
  }

  private take(number: number): Job | undefined {
    const found = this.underWay.get(number);
    this.underWay.delete(number);
    clearTimeout(found?.timer);
    return found?.job;
  }

  private process(): ChildProcess {
    if (this.child?.connected) return this.child;
    const child = fork(program, { serialization: 'advanced', execArgv: [] });
    child.on('message', (answer: Answer) => this.answer(answer));
    let isOver = false;
    const onEnd = () => {
      if (isOver) return;
      isOver = true;
      this.onDeath(child);
    };
    child.on('exit', onEnd);
    // A pipe that breaks, or a process that can't be started: both are its end.
    child.on('error', onEnd);
    // It holds neither the program open nor a test.
    child.unref();
    child.channel?.unref();
    this.child = child;
    return child;
  }

  private onDeath(child: ChildProcess): void {
    if (this.child !== child) return;
    this.child = null;
    const lost = [...this.underWay.keys()].map((number) => this.take(number)!);
    for (const job of lost.toReversed()) {
      job.deaths++;
      if (job.deaths < maxDeaths) this.queue.unshift(job);
      else job.reject(new PictureMakerError('The making of pictures stopped.'));
    }
    this.startNext();
  }
}
