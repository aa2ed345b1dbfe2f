import { setTimeout } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';
import type { UserId } from '@plumgate/core/basics';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { Limits, networkOf, type Limit } from '../../platform/limits/limits.ts';

/** Who tries to sign in, as far as it can be known before the password is. */
export interface SignInAttempt {
  /** The account's email address, normalised. */
  account: string;
  address: string;
  /** The browser's own number, where it has signed in to this account before; null for any other. */
  device: string | null;
}

/** How long a try waits for an account that many have failed at, in ms. */
const slowedBy = 2_000;

/**
 * Keeps guessing slow. A browser that has signed in to the account before has a count of its own, so that no stranger
 * can use up the owner's tries. All others are counted by address (many accounts from one place) and by account and
 * address (ten tries a minute: enough for a forgetful person). An account that many places fail at together is only
 * slowed: strangers can't lock anybody out. Only failures count. The figures are common practice, no source.
 */
@Injectable()
export class SignInLimits {
  constructor(private readonly limits: Limits) {}

  /** Lets an attempt through or throws `too-many-tries`; gives what takes it back, for when it was a good one. */
  async allow(attempt: SignInAttempt): Promise<() => Promise<void>> {
    const limits = limitsOf(attempt);
    await this.refuseMore(limits);
    const slowing = attempt.device ? [] : [slowed(attempt.account)];
    if (slowing.length > 0 && (await this.limits.exceeded(slowing))) await setTimeout(slowedBy);
    return () => this.limits.giveBack([...limits, ...slowing]);
  }

  /** Codes after the password, and the password of a browser that is signed in, are counted by account: strangers have neither. */
  async allowProof(user: UserId): Promise<() => Promise<void>> {
    const limits = [{ key: `proof ${user}`, max: 20, seconds: 3600 }];
    await this.refuseMore(limits);
    return () => this.limits.giveBack(limits);
  }

  /** First set-up and links by mail are counted by address. */
  async allowByAddress(what: 'set-up' | 'invitation' | 'password', address: string): Promise<void> {
    await this.refuseMore([{ key: `${what} ${networkOf(address)}`, max: 10, seconds: 60 }]);
  }

  /** So many mails about a forgotten password go to one account in an hour. */
  async mayMail(account: string): Promise<boolean> {
    const limit = { key: `password mail ${account}`, max: 5, seconds: 3600 };
    return !(await this.limits.exceeded([limit]));
  }

  private async refuseMore(limits: readonly Limit[]): Promise<void> {
    if (await this.limits.exceeded(limits)) throw new AppProblem('too-many-tries');
  }
}

function limitsOf({ account, address, device }: SignInAttempt): Limit[] {
  if (device) return [{ key: `sign-in device ${device}`, max: 10, seconds: 60 }];
  const network = networkOf(address);
  return [
    { key: `sign-in from ${network}`, max: 30, seconds: 60 },
    { key: `sign-in to ${account} from ${network}`, max: 10, seconds: 60 },
  ];
}

const slowed = (account: string): Limit => ({
  key: `sign-in to ${account}`,
  max: 50,
  seconds: 3600,
});
