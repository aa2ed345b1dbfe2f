import {
  Injectable,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import { endpoints, type Endpoint } from '@plumgate/contract';
import { concatMap, type Observable } from 'rxjs';
import { AuditLog } from '../domains/accounts/audit-log.ts';
import type { CheckedRequest } from '../platform/http/bind.ts';

const names = new Map<Endpoint, string>(endpoints.map(([name, endpoint]) => [endpoint, name]));

/** Writes a row for every change that a signed-in person made, before they have their answer. */
@Injectable()
export class AuditInterceptor implements NestInterceptor {
  constructor(private readonly log: AuditLog) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const { who, admittedTo, ofClient, params } = context
      .switchToHttp()
      .getRequest<CheckedRequest>();
    if (!who || !admittedTo || !isChange(admittedTo)) return next.handle();
    const target = Object.entries(params as object)
      .map(([name, id]) => `${name}=${id}`)
      .join(' ');
    const row = { who, clientId: ofClient ?? null, action: names.get(admittedTo)!, target };
    return next.handle().pipe(
      concatMap(async (answer: unknown) => {
        await this.log.note(row);
        return answer;
      }),
    );
  }
}

/** Whether a request changes something: some only ask, with more than fits into an address. */
const isChange = ({ method, asks }: Endpoint): boolean => method !== 'GET' && !asks;
