import { Controller, Req } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import type { FastifyRequest } from 'fastify';
import { accountKey } from '../domains/accounts/account-key.ts';
import { PasswordService } from '../domains/accounts/password.service.ts';
import { ProfileService } from '../domains/accounts/profile.service.ts';
import { SecondFactorService } from '../domains/accounts/second-factor.service.ts';
import { SessionService } from '../domains/accounts/session.service.ts';
import { Database } from '../platform/database/database.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { BrowserSignIn } from './browser-sign-in.ts';

/** Everybody's own account. */
@Controller()
export class ProfileController {
  constructor(
    private readonly profiles: ProfileService,
    private readonly passwords: PasswordService,
    private readonly secondFactor: SecondFactorService,
    private readonly sessions: SessionService,
    private readonly browser: BrowserSignIn,
    private readonly database: Database,
  ) {}

  @Bind(api.getProfile)
  get(@Caller() who: CurrentUser): Promise<Answer<typeof api.getProfile>> {
    return this.profiles.get(who.id);
  }

  @Bind(api.saveProfile)
  async save(
    @Caller() who: CurrentUser,
    @Input() { body }: InputOf<typeof api.saveProfile>,
  ): Promise<Answer<typeof api.saveProfile>> {
    const { current, ...profile } = body;
    // Whoever can read the mail of an account can have its password: the address changes by the password alone.
    if (accountKey(profile.email) !== who.email) await this.passwords.check(who.id, current);
    await this.profiles.save(who.id, profile);
    return {};
  }

  @Bind(api.saveNotices)
  async saveNotices(
    @Caller() who: CurrentUser,
    @Input() { body }: InputOf<typeof api.saveNotices>,
  ): Promise<Answer<typeof api.saveNotices>> {
    await this.profiles.saveNotices(who.id, body);
    return {};
  }

  @Bind(api.changePassword)
  async changePassword(
    @Caller() who: CurrentUser,
    @Input() { body }: InputOf<typeof api.changePassword>,
    @Req() request: FastifyRequest,
  ): Promise<Answer<typeof api.changePassword>> {
    await this.passwords.check(who.id, body.current);
    await this.passwords.change(who.id, body.password, this.browser.tokenOf(request));
    return {};
  }

  @Bind(api.listSessions)
  async listSessions(
    @Caller() who: CurrentUser,
    @Req() request: FastifyRequest,
  ): Promise<Answer<typeof api.listSessions>> {
    return { sessions: await this.sessions.list(who.id, this.browser.tokenOf(request)) };
  }

  @Bind(api.endSession)
  async endSession(
    @Caller() who: CurrentUser,
    @Input() { params }: InputOf<typeof api.endSession>,
  ): Promise<Answer<typeof api.endSession>> {
    await this.sessions.end(who.id, params.sessionId);
    return {};
  }

  @Bind(api.endOtherSessions)
  async endOtherSessions(
    @Caller() who: CurrentUser,
    @Req() request: FastifyRequest,
  ): Promise<Answer<typeof api.endOtherSessions>> {
    await this.sessions.endAll(this.database.db, who.id, this.browser.tokenOf(request));
    return {};
  }

  @Bind(api.beginSecondFactor)
  async beginSecondFactor(
    @Caller() who: CurrentUser,
    @Input() { body }: InputOf<typeof api.beginSecondFactor>,
  ): Promise<Answer<typeof api.beginSecondFactor>> {
    await this.passwords.check(who.id, body.current);
    return this.secondFactor.begin(who);
  }

  @Bind(api.confirmSecondFactor)
  async confirmSecondFactor(
    @Caller() who: CurrentUser,
    @Input() { body }: InputOf<typeof api.confirmSecondFactor>,
  ): Promise<Answer<typeof api.confirmSecondFactor>> {
    return { recoveryCodes: await this.secondFactor.confirm(who.id, body.code) };
  }

  @Bind(api.endSecondFactor)
  async endSecondFactor(
    @Caller() who: CurrentUser,
    @Input() { body }: InputOf<typeof api.endSecondFactor>,
  ): Promise<Answer<typeof api.endSecondFactor>> {
    await this.passwords.check(who.id, body.current);
    await this.secondFactor.turnOff(who.id);
    return {};
  }
}
