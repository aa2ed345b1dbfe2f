import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { zodOf, type Endpoint, type Schema } from '@plumgate/contract';
import { cleanData } from '@plumgate/core/basics';
import { AppProblem, notFound } from '../platform/http/app-problem.ts';
import { Admission } from './admission.ts';
import { ENDPOINT, type CheckedRequest } from '../platform/http/bind.ts';

/** The one way into every handler: the request was admitted to this very endpoint, and its parts have the right shape. */
@Injectable()
export class EndpointGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly admission: Admission,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const endpoint = this.reflector.get<Endpoint | undefined>(ENDPOINT, context.getHandler());
    const request = context.switchToHttp().getRequest<CheckedRequest>();
    if (!endpoint || request.admittedTo !== endpoint) throw new AppProblem('not-allowed');
    const input = {
      params: check('params', endpoint.params, request.params),
      query: check('query', endpoint.query, request.query),
      body: endpoint.bodyType
        ? fileIn(request.body, endpoint)
        : check('body', endpoint.body, request.body),
    };
    request.input = input;
    await this.admission.admitBody(request.who, endpoint, input.body);
    return true;
  }
}

/** A body that is a file comes as bytes, or it was not sent as one. */
function fileIn(body: unknown, { bodyType: type, orJson }: Endpoint): Buffer {
  if (Buffer.isBuffer(body)) return body;
  if (orJson && typeof body === 'object' && body !== null) return Buffer.from(JSON.stringify(body));
  throw new AppProblem('bad-request', { detail: `Send the file itself, as ${type}.` });
}

/** Text is cleaned here, once, for every handler: no NUL, no half characters. */
function check(part: string, schema: Schema | undefined, input: unknown): unknown {
  if (!schema) return undefined;
  const read = zodOf(schema).safeParse(cleanData(input ?? {}));
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
