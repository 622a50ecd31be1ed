import { Injectable, type CallHandler, type ExecutionContext, type NestInterceptor } from '@nestjs/common';
import type { Request } from 'express';
import type { Observable } from 'rxjs';
import type { Person } from '../../platform/sessions/index.ts';
import { TOLD } from './audit.rules.ts';
import { AuditService } from './audit.service.ts';

/**
 * What staff see or change of people is written down before it is shown, and in the very act that changes it. It stands
 * inside the interceptor of acts, behind all guards: what is refused was neither seen nor changed.
 */
@Injectable()
export class AuditInterceptor implements NestInterceptor {
  constructor(private readonly audit: AuditService) {}

  /** Awaited rather than piped: what follows belongs to the act and the work that are going on. */
  async intercept(context: ExecutionContext, next: CallHandler): Promise<Observable<unknown>> {
    if (context.getType() !== 'http') return next.handle();
    const request = context.switchToHttp().getRequest<Request & { person?: Person }>();
    const { person, method, params } = request;
    const path = (request.route as { path?: string } | undefined)?.path ?? '';
    const told = TOLD[`${method.toLowerCase()} ${path}`];
    if (!told || !person || person.role === 'learner') return next.handle();
    const text = (value: unknown) => (typeof value === 'string' ? value : null);
    const done = {
      ...told,
      byId: person.id,
      isChange: method !== 'GET',
      id: text(params['id']),
      member: text(params['person']),
    };
    await this.audit.write(done);
    return next.handle();
  }
}
