import { Injectable } from '@nestjs/common';
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

/**
 * Keeps guessing slow. A browser that has signed in to the account before has a count of its own, so that no stranger
 * can use up the owner's tries. All others are counted by address (many accounts from one place), by account and address
 * (ten tries a minute: enough for a forgetful person), and by account (many places together). Only failures count. The
 * figures are common practice, no source.
 */
@Injectable()
export class SignInLimits {
  constructor(private readonly limits: Limits) {}

  /** Lets an attempt through or throws `too-many-tries`; gives what takes it back, for when it was a good one. */
  async allow(attempt: SignInAttempt): Promise<() => Promise<void>> {
    const limits = limitsOf(attempt);
    if (await this.limits.exceeded(limits)) throw new AppProblem('too-many-tries');
    return () => this.limits.giveBack(limits);
  }

  /** First set-up is counted by address: its code is short. */
  async allowSetUp(address: string): Promise<void> {
    const limit = { key: `set-up ${networkOf(address)}`, max: 10, seconds: 60 };
    if (await this.limits.exceeded([limit])) throw new AppProblem('too-many-tries');
  }
}

function limitsOf({ account, address, device }: SignInAttempt): Limit[] {
  if (device) return [{ key: `sign-in device ${device}`, max: 10, seconds: 60 }];
  const network = networkOf(address);
  return [
    { key: `sign-in from ${network}`, max: 30, seconds: 60 },
    { key: `sign-in to ${account} from ${network}`, max: 10, seconds: 60 },
    { key: `sign-in to ${account}`, max: 100, seconds: 3600 },
  ];
}
