import { Catch, HttpException, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { AppProblem } from './app-problem.ts';

/** Every failure becomes a problem document. What we did not expect is logged whole and told to nobody. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  catch(error: unknown, host: ArgumentsHost): void {
    const request = host.switchToHttp().getRequest<FastifyRequest>();
    const reply = host.switchToHttp().getResponse<FastifyReply>();
    const problem = asProblem(error);
    if (problem.code === 'our-fault')
      request.log.error({ err: error, path: request.routeOptions?.url }, 'unexpected');
    const document = problem.document(request.id);
    void reply.status(document.status).type('application/problem+json').send(document);
  }
}

export function asProblem(error: unknown): AppProblem {
  if (error instanceof AppProblem) return error;
  const { code, statusCode } = error as { code?: string; statusCode?: number };
  const status = error instanceof HttpException ? error.getStatus() : statusCode;
  if (status === 404) return new AppProblem('not-found');
  if (status === 413) return new AppProblem('too-large');
  if (status === 415) return new AppProblem('unsupported-type');
  if (status === 429) return new AppProblem('too-many-tries');
  if (code?.startsWith('FST_ERR_CTP') || error instanceof SyntaxError || status === 400) {
    return new AppProblem('not-json');
  }
  if (status !== undefined && status >= 400 && status < 500) return new AppProblem('bad-request');
  return new AppProblem('our-fault');
}
