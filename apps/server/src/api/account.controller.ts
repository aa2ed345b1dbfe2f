import { Controller, Inject, Req, Res } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { accountKey } from '../domains/accounts/account-key.ts';
import { AccountService } from '../domains/accounts/account.service.ts';
import { InvitationService } from '../domains/accounts/invitation.service.ts';
import { KnownDevices } from '../domains/accounts/known-devices.ts';
import { PasswordService } from '../domains/accounts/password.service.ts';
import { SessionService } from '../domains/accounts/session.service.ts';
import { SetUpCode } from '../domains/accounts/set-up-code.ts';
import { SignInLimits } from '../domains/accounts/sign-in-limits.ts';
import { SignInService } from '../domains/accounts/sign-in.service.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { AppProblem } from '../platform/http/app-problem.ts';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { BrowserSignIn } from './browser-sign-in.ts';

/** The ways in: set-up, sign-in, an invitation, a forgotten password; and the way out. */
@Controller()
export class AccountController {
  constructor(
    private readonly accounts: AccountService,
    private readonly sessions: SessionService,
    private readonly signIns: SignInService,
    private readonly invitations: InvitationService,
    private readonly passwords: PasswordService,
    private readonly limits: SignInLimits,
    private readonly devices: KnownDevices,
    private readonly setUpCode: SetUpCode,
    private readonly browser: BrowserSignIn,
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
    await this.limits.allowByAddress('set-up', request.ip);
    const { agency, zone, code, ...owner } = body;
    if (await this.accounts.isSetUp()) throw new AppProblem('already-set-up');
    if (!(await this.setUpCode.is(code))) throw new AppProblem('wrong-code');
    await this.accounts.setUp({ name: agency, zone }, owner);
    const who = await this.signIns.check(owner.email, owner.password, '');
    return this.browser.begin(who, request, reply);
  }

  @Bind(api.signIn)
  async signIn(
    @Input() { body }: InputOf<typeof api.signIn>,
    @Req() request: FastifyRequest,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.signIn>> {
    const account = accountKey(body.email);
    const device = this.devices.numberFor(account, request.cookies[this.devices.cookie.name]);
    const wasGood = await this.limits.allow({ account, address: request.ip, device });
    try {
      const who = await this.signIns.check(body.email, body.password, body.code);
      await wasGood();
      return await this.browser.begin(who, request, reply);
    } catch (error) {
      // The password was right: asking for the code is no failure.
      if (error instanceof AppProblem && error.code === 'second-factor-needed') await wasGood();
      throw error;
    }
  }

  @Bind(api.session)
  session(@Caller() who: CurrentUser): Promise<Answer<typeof api.session>> {
    return this.sessions.describe(who, this.config);
  }

  @Bind(api.signOut)
  async signOut(
    @Req() request: FastifyRequest,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.signOut>> {
    const { cookie } = this.sessions;
    await this.sessions.close(this.browser.tokenOf(request));
    reply.clearCookie(cookie.name, { ...cookie.options, maxAge: 0 });
    return {};
  }

  @Bind(api.askNewPassword)
  async askNewPassword(
    @Input() { body }: InputOf<typeof api.askNewPassword>,
    @Req() request: FastifyRequest,
  ): Promise<Answer<typeof api.askNewPassword>> {
    await this.limits.allowByAddress('password', request.ip);
    await this.passwords.forgotten(body.email);
    return {};
  }

  @Bind(api.setNewPassword)
  async setNewPassword(
    @Input() { params, body }: InputOf<typeof api.setNewPassword>,
    @Req() request: FastifyRequest,
  ): Promise<Answer<typeof api.setNewPassword>> {
    await this.limits.allowByAddress('password', request.ip);
    await this.passwords.reset(params.token, body.password);
    return {};
  }

  @Bind(api.readInvitation)
  async readInvitation(
    @Input() { params }: InputOf<typeof api.readInvitation>,
    @Req() request: FastifyRequest,
  ): Promise<Answer<typeof api.readInvitation>> {
    await this.limits.allowByAddress('invitation', request.ip);
    return this.invitations.read(params.token);
  }

  @Bind(api.acceptInvitation)
  async acceptInvitation(
    @Input() { params, body }: InputOf<typeof api.acceptInvitation>,
    @Req() request: FastifyRequest,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Answer<typeof api.acceptInvitation>> {
    await this.limits.allowByAddress('invitation', request.ip);
    const email = await this.invitations.accept(params.token, body);
    const who = await this.signIns.check(email, body.password, '');
    return this.browser.begin(who, request, reply);
  }
}
