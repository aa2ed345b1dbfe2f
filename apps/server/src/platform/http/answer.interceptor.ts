import {
  Injectable,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { zodOf, type Endpoint } from '@plumgate/contract';
import { map, type Observable } from 'rxjs';
import { ENDPOINT } from './bind.ts';

/** Answers hold what the contract says and nothing else: a column added to a query can't leak by itself. */
@Injectable()
export class AnswerInterceptor implements NestInterceptor {
  constructor(private readonly reflector: Reflector) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const endpoint = this.reflector.get<Endpoint>(ENDPOINT, context.getHandler());
    return next
      .handle()
      .pipe(map((answer) => (endpoint.answerType ? answer : zodOf(endpoint.answer).parse(answer))));
  }
}
