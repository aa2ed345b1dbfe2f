import { Inject, Injectable } from '@nestjs/common';
import type { Answer, api } from '@plumgate/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { KnownDevices } from '../domains/accounts/known-devices.ts';
import { SessionService } from '../domains/accounts/session.service.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import type { CurrentUser } from '../platform/http/bind.ts';

/** Signs a browser in: a session with its cookie, and the cookie by which it is known for the account's own. */
@Injectable()
export class BrowserSignIn {
  constructor(
    private readonly sessions: SessionService,
    private readonly devices: KnownDevices,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async begin(
    who: CurrentUser,
    request: FastifyRequest,
    reply: FastifyReply,
  ): Promise<Answer<typeof api.signIn>> {
    const browser = request.headers['user-agent'] ?? '';
    const token = await this.sessions.open(who.id, { browser, address: request.ip });
    const { cookie } = this.sessions;
    reply.setCookie(cookie.name, token, cookie.options);
    const device = this.devices.cookie;
    reply.setCookie(device.name, this.devices.remember(who.email), device.options);
    return this.sessions.describe(who, this.config);
  }

  /** The token that a request has in its session's cookie. */
  tokenOf(request: FastifyRequest): string | undefined {
    return request.cookies[this.sessions.cookie.name];
  }
}
