import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { roleMay, type Endpoint } from '@plumgate/contract';
import type { z } from 'zod';
import { SessionService } from '../../accounts/session.service.ts';
import { AppProblem, notFound } from './app-problem.ts';
import { ENDPOINT, type CheckedRequest, type Who } from './bind.ts';

/** The one door to every handler: origin, sign-in, right, client, shape, in this order. */
@Injectable()
export class EndpointGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: SessionService,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const endpoint = this.reflector.get<Endpoint | undefined>(ENDPOINT, context.getHandler());
    if (!endpoint) throw new AppProblem('not-allowed');
    const request = context.switchToHttp().getRequest<CheckedRequest>();
    if (endpoint.method !== 'GET') refuseOtherOrigin(request);
    if (endpoint.right !== 'anyone') {
      const who = await this.sessions.whoHas(request.cookies[SessionService.cookie]);
      if (!who) throw new AppProblem('not-signed-in');
      if (!roleMay(who.role, endpoint.right)) throw new AppProblem('not-allowed');
      refuseOtherClient(who, request.params);
      request.who = who;
    }
    request.asked = {
      params: check('params', endpoint.params, request.params),
      query: check('query', endpoint.query, request.query),
      body: endpoint.bodyType ? request.body : check('body', endpoint.body, request.body),
    };
    return true;
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

/** To a front desk, another client's places do not exist. */
function refuseOtherClient(who: Who, params: unknown): void {
  const { clientId } = params as { clientId?: string };
  if (who.clientId && clientId && who.clientId !== clientId) throw notFound();
}

function check(part: string, schema: z.ZodType | undefined, given: unknown): unknown {
  if (!schema) return undefined;
  const read = schema.safeParse(given ?? {});
  if (read.success) return read.data;
  // An id that can't be one names nothing.
  if (part === 'params') throw notFound();
  throw new AppProblem('bad-request', {
    detail: read.error.issues[0]!.message,
    fields: read.error.issues.map((issue) => ({
      field: [part, ...issue.path].join('.'),
      message: issue.message,
    })),
  });
}
