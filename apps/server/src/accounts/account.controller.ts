import { Controller, Inject, Req, Res } from '@nestjs/common';
import { RouteConfig } from '@nestjs/platform-fastify';
import { api, type Answer, type Asked } from '@plumgate/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { CONFIG, type Config } from '../platform/config.ts';
import { Ask, Bind, Caller, type Who } from '../platform/http/bind.ts';
import { AccountService } from './account.service.ts';
import { SessionService } from './session.service.ts';

/** Ten tries a minute for an address from one place: slow enough for guessing, quick enough for a forgetful person. */
const triesInAMinute = {
  rateLimit: {
    max: 10,
    timeWindow: '1 minute',
    hook: 'preHandler',
    keyGenerator: (request: FastifyRequest) =>
      `${request.ip} ${String((request.body as { email?: unknown } | undefined)?.email)
        .toLowerCase()
        .slice(0, 254)}`,
  },
};

@Controller()
export class AccountController {
  constructor(
    private readonly accounts: AccountService,
    private readonly sessions: SessionService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Bind(api.setUpState)
  async setUpState(): Promise<Answer<typeof api.setUpState>> {
    return { needed: !(await this.accounts.isSetUp()), demo: this.config.demo };
  }

  @Bind(api.setUp)
  @RouteConfig(triesInAMinute)
  async setUp(
    @Ask() { body }: Asked<typeof api.setUp>,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.setUp>> {
    const { agency, zone, ...owner } = body;
    await this.accounts.setUp({ name: agency, zone }, owner);
    return this.openSession(owner, reply);
  }

  @Bind(api.signIn)
  @RouteConfig(triesInAMinute)
  async signIn(
    @Ask() { body }: Asked<typeof api.signIn>,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.signIn>> {
    return this.openSession(body, reply);
  }

  private async openSession(
    given: { email: string; password: string },
    reply: FastifyReply,
  ): Promise<Answer<typeof api.signIn>> {
    const { who, token } = await this.sessions.open(given.email, given.password);
    reply.setCookie(SessionService.cookie, token, {
      ...this.cookie(),
      maxAge: SessionService.seconds,
    });
    return this.sessions.describe(who, this.config.demo);
  }

  @Bind(api.session)
  session(@Caller() who: Who): Promise<Answer<typeof api.session>> {
    return this.sessions.describe(who, this.config.demo);
  }

  @Bind(api.signOut)
  async signOut(
    @Req() request: FastifyRequest,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.signOut>> {
    await this.sessions.close(request.cookies[SessionService.cookie]);
    reply.clearCookie(SessionService.cookie, this.cookie());
    return {};
  }

  private cookie() {
    return {
      path: '/',
      httpOnly: true,
      sameSite: 'lax',
      secure: this.config.origin?.startsWith('https:') ?? false,
    } as const;
  }
}
