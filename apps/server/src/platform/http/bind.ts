import {
  applyDecorators,
  createParamDecorator,
  HttpCode,
  RequestMapping,
  RequestMethod,
  SetMetadata,
  type ExecutionContext,
} from '@nestjs/common';
import { RouteConfig } from '@nestjs/platform-fastify';
import type { Endpoint, Role } from '@plumgate/contract';
import type { ClientId, UserId } from '@plumgate/core/basics';
import type { FastifyRequest } from 'fastify';

export const ENDPOINT = 'plumgate:endpoint';

/** Who is asking. `clientIds` are the clients they work for; null for all, those to come as well. */
export interface CurrentUser {
  id: UserId;
  name: string;
  email: string;
  role: Role;
  clientIds: readonly ClientId[] | null;
}

export interface CheckedRequest extends FastifyRequest {
  who?: CurrentUser;
  /** Whose the thing in its address is; left out for what is the agency's. */
  ofClient?: ClientId;
  /** The endpoint that the request was let in to, by its headers and address. */
  admittedTo?: Endpoint;
  input?: unknown;
}

/** Binds a handler to an endpoint of the contract: its method, path, right and schemas. */
export function Bind(endpoint: Endpoint): MethodDecorator {
  return applyDecorators(
    SetMetadata(ENDPOINT, endpoint),
    RequestMapping({ path: endpoint.path, method: RequestMethod[endpoint.method] }),
    HttpCode(200),
    RouteConfig({ endpoint }),
  );
}

const fromRequest = <Part extends 'who' | 'input' | 'ofClient'>(part: Part) =>
  createParamDecorator(
    (_data: unknown, context: ExecutionContext) =>
      context.switchToHttp().getRequest<CheckedRequest>()[part],
  );

/** The checked params, query and body: `InputOf<typeof api.name>`. */
export const Input = fromRequest('input');
/** Whose the thing in the address is. */
export const OwnerClient = fromRequest('ofClient');
/** Who is signed in; undefined on endpoints for anyone. */
export const Caller = fromRequest('who');
