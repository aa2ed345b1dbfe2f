import type { Config } from '../config.ts';

/** A cookie of ours: its name and everything a browser is told of it. */
export interface CookieSpec {
  name: string;
  options: {
    path: '/';
    httpOnly: true;
    sameSite: 'lax';
    secure: boolean;
    /** In seconds. */
    maxAge: number;
  };
}

/**
 * A cookie by its plain name. Behind https it bears the prefix `__Host-`, with which a browser takes it from this very
 * host only: a page on a sister host can't toss one of its own to ours (RFC 6265bis, section 4.1.3.2).
 */
export function cookieSpec(
  { origin }: Pick<Config, 'origin'>,
  plainName: string,
  maxAge: number,
): CookieSpec {
  const secure = isSecure({ origin });
  return {
    name: secure ? `__Host-${plainName}` : plainName,
    options: { path: '/', httpOnly: true, sameSite: 'lax', secure, maxAge },
  };
}

/** Whether people reach the program by https. */
export const isSecure = ({ origin }: Pick<Config, 'origin'>): boolean =>
  origin?.startsWith('https:') ?? false;
