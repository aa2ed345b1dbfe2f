import { Injectable } from '@nestjs/common';
import { roleMay, scopeOf, type Endpoint } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { Database } from '../platform/database/database.ts';
import { maySee } from '../records/accounts/users-of.ts';
import { ownerOf } from '../records/scope.ts';
import { SessionService } from '../domains/accounts/session.service.ts';
import { AppProblem, notFound } from '../platform/http/app-problem.ts';
import type { CheckedRequest, CurrentUser } from '../platform/http/bind.ts';

/**
 * Lets a request in, or refuses it, by its headers and address alone: origin, sign-in, right, client, in this order. It
 * runs before the body is read, so that nobody without the right can make the program read twenty megabytes.
 */
@Injectable()
export class Admission {
  constructor(
    private readonly sessions: SessionService,
    private readonly database: Database,
  ) {}

  async admit(request: CheckedRequest, endpoint: Endpoint): Promise<void> {
    if (endpoint.method !== 'GET') refuseOtherOrigin(request);
    if (endpoint.right !== 'anyone') {
      const who = await this.sessions.whoHas(request.cookies[this.sessions.cookie.name]);
      if (!who) throw new AppProblem('not-signed-in');
      if (!roleMay(who.role, endpoint.right)) throw new AppProblem('not-allowed');
      const owner = await this.ownerFor(who, endpoint, request.params);
      if (owner) request.ofClient = owner;
      request.who = who;
    }
    request.admittedTo = endpoint;
  }

  /** What a body names of other clients than its address must be the caller's to see, too. */
  async admitBody(
    who: CurrentUser | undefined,
    { bodyIds = {} }: Endpoint,
    body: unknown,
  ): Promise<void> {
    for (const [place, kind] of Object.entries(bodyIds)) {
      const id = valueAt(body, place);
      if (typeof id !== 'string') continue;
      const owner = await ownerOf(this.database.db, kind, id);
      if (!who || owner === null || !maySee(who, owner)) throw notFound();
    }
  }

  /** Whose the things in an address are. What is not there, and everything of clients somebody doesn’t work for, has nothing to be found under its id. */
  private async ownerFor(
    who: CurrentUser,
    endpoint: Endpoint,
    params: unknown,
  ): Promise<ClientId | null> {
    let ofClient: ClientId | null = null;
    for (const kind of scopeOf(endpoint)) {
      const owner = await ownerOf(
        this.database.db,
        kind,
        (params as Record<string, string>)[kind]!,
        { inBin: endpoint.inBin ?? false, inArchive: endpoint.inArchive ?? false },
      );
      if (owner === null || !maySee(who, owner)) throw notFound();
      ofClient = owner;
    }
    return ofClient;
  }
}

/** What stands at a place such as `from.pageId`. */
const valueAt = (body: unknown, place: string): unknown =>
  place
    .split('.')
    .reduce<unknown>((part, key) => (part as Record<string, unknown> | undefined)?.[key], body);

/**
 * A browser says where a write comes from; another site's page is refused. Programs say nothing and have no cookie
 * unless they signed in themselves.
 */
function refuseOtherOrigin(request: CheckedRequest): void {
  const { origin, host } = request.headers;
  const site = request.headers['sec-fetch-site'];
  const otherOrigin =
    origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host);
  if (otherOrigin || site === 'cross-site' || site === 'same-site')
    throw new AppProblem('other-origin');
}
