// Every answer carries the server's clock, the cursor, the wire's version and the database's life.
import { type CallHandler, type ExecutionContext, Injectable, type NestInterceptor } from '@nestjs/common';
import { wire } from '@green-lamp/core/api';
import { map, type Observable } from 'rxjs';
import { Clock } from './clock.ts';

@Injectable()
export class EveryAnswer implements NestInterceptor {
  constructor(
    private readonly clock: Clock,
    private readonly journal: { readonly cursor: number; readonly life: string },
  ) {}
  intercept(_: ExecutionContext, next: CallHandler<object>): Observable<object> {
    return next
      .handle()
      .pipe(map((body) => ({ ...body, now: this.clock.now(), cursor: this.journal.cursor, wire, life: this.journal.life })));
  }
}
