import { Controller, Req, Res } from '@nestjs/common';
import { api } from '@plumgate/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { BrowserSignIn } from './browser-sign-in.ts';
import { EventStreams } from './event-streams.ts';

@Controller()
export class EventController {
  constructor(
    private readonly streams: EventStreams,
    private readonly browser: BrowserSignIn,
  ) {}

  @Bind(api.followEvents)
  follow(
    @Caller() who: CurrentUser,
    @Req() request: FastifyRequest,
    @Res() reply: FastifyReply,
  ): void {
    this.streams.begin(who, this.browser.tokenOf(request), reply.raw);
    reply.hijack();
  }
}
