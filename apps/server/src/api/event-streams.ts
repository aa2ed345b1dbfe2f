import type { ServerResponse } from 'node:http';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { LiveEvent } from '@plumgate/contract';
import { SessionService } from '../domains/accounts/session.service.ts';
import { LiveEvents } from '../platform/live-events.ts';
import { AppProblem } from '../platform/http/app-problem.ts';
import type { CurrentUser } from '../platform/http/bind.ts';
import { maySee } from '../records/accounts/users-of.ts';

/** So often, in ms, every stream has a sign of life, which keeps proxies from cutting it, and its session is asked anew. */
const beatMs = 15_000;
/** What a browser waits, in ms, before it comes back after a cut. */
const comeBackMs = 1_000;
const mostPerUser = 20;

interface Stream {
  who: CurrentUser;
  token: string | undefined;
  answer: ServerResponse;
}

/** Who follows what happens, by server-sent events (the HTML standard, section 9.2). */
@Injectable()
export class EventStreams implements OnModuleInit {
  private readonly open = new Set<Stream>();
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly events: LiveEvents,
    private readonly sessions: SessionService,
  ) {}

  onModuleInit(): void {
    this.events.listen((event) => this.tell(event));
    this.timer = setInterval(() => this.beat().catch(() => {}), beatMs);
    this.timer.unref();
  }

  /**
   * Answers with the events of the clients that somebody sees, until the connection ends, the session does, or the program
   * stops.
   *
   * @throws AppProblem `too-many-tries` where one user has too many streams open
   */
  begin(who: CurrentUser, token: string | undefined, answer: ServerResponse): void {
    const others = [...this.open].filter((one) => one.who.id === who.id);
    if (others.length >= mostPerUser) throw new AppProblem('too-many-tries');
    const stream: Stream = { who, token, answer };
    this.open.add(stream);
    answer.on('close', () => this.open.delete(stream));
    answer.writeHead(200, {
      'content-type': 'text/event-stream; charset=utf-8',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    });
    answer.write(`retry: ${comeBackMs}\n\n`);
  }

  /** Ends every stream: browsers come back, to another process or after the restart. */
  endAll(): void {
    clearInterval(this.timer);
    for (const { answer } of this.open) answer.end();
  }

  /** A sign of life to every stream; those whose session is over end. */
  async beat(): Promise<void> {
    for (const stream of this.open) {
      stream.answer.write(': still here\n\n');
      const who = await this.sessions.whoHas(stream.token).catch(() => stream.who);
      if (who) stream.who = who;
      else stream.answer.end();
    }
  }

  private tell(event: LiveEvent): void {
    for (const { who, answer } of this.open)
      if (maySee(who, event.clientId)) answer.write(`data: ${JSON.stringify(event)}\n\n`);
  }
}
