import { randomBytes } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { CONFIG, type Config } from '../../platform/config.ts';
import { cookieSpec, type CookieSpec } from '../../platform/http/cookies.ts';
import { Seal } from '../../platform/seal.ts';

const days = 400;

/** Remembers, in the browser's own cookie, which account it has signed in to: it opens nothing, it only keeps the browser's tries apart from strangers'. */
@Injectable()
export class KnownDevices {
  readonly cookie: CookieSpec;

  constructor(
    private readonly seals: Seal,
    @Inject(CONFIG) config: Config,
  ) {
    this.cookie = cookieSpec(config, 'plumgate_device', days * 86_400);
  }

  /** The cookie's value for a browser that has just signed in. */
  remember(account: string): string {
    return this.seals.seal('device', `${randomBytes(12).toString('base64url')} ${account}`);
  }

  /** The browser's number, when it has signed in to this account before; else null. */
  numberFor(account: string, cookie: string | undefined): string | null {
    const [number, known] = this.seals.open('device', cookie)?.split(' ') ?? [];
    return number && known === account ? number : null;
  }
}
