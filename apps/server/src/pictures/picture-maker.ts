import { fork, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { PictureFormat } from '@plumgate/page-kit';

export interface Source {
  width: number;
  height: number;
  content: Buffer;
}

type Job =
  | { kind: 'source'; file: Buffer }
  | { kind: 'size'; source: Buffer; width: number; format: PictureFormat };
interface Answer {
  number: number;
  done?: Source;
  failed?: true;
}

const program = fileURLToPath(new URL('../../pictures/maker.mjs', import.meta.url));

/** The process in which pictures are made; begun at the first picture, and again after it died. */
@Injectable()
export class PictureMaker implements OnModuleDestroy {
  private child: ChildProcess | null = null;
  private next = 0;
  private readonly waiting = new Map<
    number,
    { resolve: (made: Source) => void; reject: (error: Error) => void }
  >();

  /** Reads a file as a picture; rejects when it is none, or too large. */
  source(file: Buffer): Promise<Source> {
    return this.ask({ kind: 'source', file });
  }

  async size(source: Buffer, width: number, format: PictureFormat): Promise<Buffer> {
    return (await this.ask({ kind: 'size', source, width, format })).content;
  }

  onModuleDestroy(): void {
    this.child?.kill();
  }

  private ask(job: Job): Promise<Source> {
    const number = this.next++;
    return new Promise((resolve, reject) => {
      this.waiting.set(number, { resolve, reject });
      this.process().send({ number, job });
    });
  }

  private process(): ChildProcess {
    if (this.child?.connected) return this.child;
    const child = fork(program, { serialization: 'advanced', execArgv: [] });
    child.on('message', ({ number, done, failed }: Answer) => {
      const asked = this.waiting.get(number);
      this.waiting.delete(number);
      if (failed || !done) asked?.reject(new Error('The picture could not be made.'));
      else asked?.resolve({ ...done, content: Buffer.from(done.content) });
    });
    child.on('exit', () => {
      if (this.child !== child) return;
      this.child = null;
      for (const { reject } of this.waiting.values())
        reject(new Error('The making of pictures stopped.'));
      this.waiting.clear();
    });
    // It holds neither the program open nor a test.
    child.unref();
    child.channel?.unref();
    this.child = child;
    return child;
  }
}
