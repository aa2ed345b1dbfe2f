import { Injectable } from '@nestjs/common';
import { roleMay, type Endpoint } from '@plumgate/contract';
import { ClientId } from '@plumgate/core/basics';
import { ClientService } from '../domains/clients/client.service.ts';
import { SessionService } from '../domains/accounts/session.service.ts';
import { AppProblem, notFound } from '../platform/http/app-problem.ts';
import type { CheckedRequest, Who } from '../platform/http/bind.ts';

/**
 * Lets a request in, or refuses it, by its headers and address alone: origin, sign-in, right, client, in this order. It
 * runs before the body is read, so that nobody without the right can make the program read twenty megabytes.
 */
@Injectable()
export class Admission {
  constructor(
    private readonly sessions: SessionService,
    private readonly clients: ClientService,
  ) {}

  async admit(request: CheckedRequest, endpoint: Endpoint): Promise<void> {
    if (endpoint.method !== 'GET') refuseOtherOrigin(request);
    if (endpoint.right !== 'anyone') {
      const who = await this.sessions.whoHas(request.cookies[this.sessions.cookie.name]);
      if (!who) throw new AppProblem('not-signed-in');
      if (!roleMay(who.role, endpoint.right)) throw new AppProblem('not-allowed');
      await this.refuseOtherClient(who, request.params);
      request.who = who;
    }
    request.admittedTo = endpoint;
  }

  /** A client that is not there, and to a front desk every other one, has nothing to be found under it. */
  private async refuseOtherClient(who: Who, params: unknown): Promise<void> {
    const { clientId } = params as { clientId?: string };
    if (clientId === undefined) return;
    const id = ClientId.safeParse(clientId);
    if (!id.success || (who.clientId && who.clientId !== id.data)) throw notFound();
    if (!who.clientId && !(await this.clients.isThere(id.data))) throw notFound();
  }
}

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
