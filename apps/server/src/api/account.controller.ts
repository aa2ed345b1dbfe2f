import { Controller, Inject, Req, Res } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { CONFIG, type Config } from '../platform/config.ts';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { AppProblem } from '../platform/http/app-problem.ts';
import { accountKey } from '../domains/accounts/account-key.ts';
import { AccountService } from '../domains/accounts/account.service.ts';
import { KnownDevices } from '../domains/accounts/known-devices.ts';
import { SessionService } from '../domains/accounts/session.service.ts';
import { SetUpCode } from '../domains/accounts/set-up-code.ts';
import { SignInLimits } from '../domains/accounts/sign-in-limits.ts';

@Controller()
export class AccountController {
  constructor(
    private readonly accounts: AccountService,
    private readonly sessions: SessionService,
    private readonly signInLimits: SignInLimits,
    private readonly devices: KnownDevices,
    private readonly setUpCode: SetUpCode,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Bind(api.setUpState)
  async setUpState(): Promise<Answer<typeof api.setUpState>> {
    return { needed: !(await this.accounts.isSetUp()), demo: this.config.demo };
  }

  @Bind(api.setUp)
  async setUp(
    @Input() { body }: InputOf<typeof api.setUp>,
    @Req() request: FastifyRequest,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.setUp>> {
    await this.signInLimits.allowSetUp(request.ip);
    const { agency, zone, code, ...owner } = body;
    if (await this.accounts.isSetUp()) throw new AppProblem('already-set-up');
    if (!(await this.setUpCode.is(code))) throw new AppProblem('wrong-code');
    await this.accounts.setUp({ name: agency, zone }, owner);
    return this.openSession(owner, reply);
  }

  @Bind(api.signIn)
  async signIn(
    @Input() { body }: InputOf<typeof api.signIn>,
    @Req() request: FastifyRequest,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.signIn>> {
    const account = accountKey(body.email);
    const device = this.devices.numberFor(account, request.cookies[this.devices.cookie.name]);
    const wasGood = await this.signInLimits.allow({ account, address: request.ip, device });
    const signedIn = await this.openSession(body, reply);
    await wasGood();
    return signedIn;
  }

  private async openSession(
    input: { email: string; password: string },
    reply: FastifyReply,
  ): Promise<Answer<typeof api.signIn>> {
    const { who, token } = await this.sessions.open(input.email, input.password);
    const { cookie } = this.sessions;
    reply.setCookie(cookie.name, token, cookie.options);
    const device = this.devices.cookie;
    reply.setCookie(device.name, this.devices.remember(who.email), device.options);
    return this.sessions.describe(who, this.config.demo);
  }

  @Bind(api.session)
  session(@Caller() who: CurrentUser): Promise<Answer<typeof api.session>> {
    return this.sessions.describe(who, this.config.demo);
  }

  @Bind(api.signOut)
  async signOut(
    @Req() request: FastifyRequest,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.signOut>> {
    const { cookie } = this.sessions;
    await this.sessions.close(request.cookies[cookie.name]);
    reply.clearCookie(cookie.name, { ...cookie.options, maxAge: 0 });
    return {};
  }
}
