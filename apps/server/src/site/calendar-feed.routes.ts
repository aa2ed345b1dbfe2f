import { Injectable } from '@nestjs/common';
import type { FastifyInstance } from 'fastify';
import { CalendarFeedService } from '../domains/booking/calendar-feed.service.ts';

/** What calendar programs subscribe to: bookings behind a private address, without a sign-in. */
@Injectable()
export class CalendarFeedRoutes {
  constructor(private readonly feeds: CalendarFeedService) {}

  register(app: FastifyInstance): void {
    app.get('/calendar-feeds/:name', async (request, reply) => {
      const { name } = request.params as { name: string };
      const token = /^([\w-]{20,64})\.ics$/.exec(name)?.[1];
      const file = token ? await this.feeds.file(token) : null;
      void reply.headers({
        'cache-control': 'private, max-age=60',
        'x-robots-tag': 'noindex',
        'x-content-type-options': 'nosniff',
      });
      return file === null
        ? reply.status(404).type('text/plain; charset=utf-8').send('There is no calendar here.')
        : reply
            .headers({
              'content-type': 'text/calendar; charset=utf-8',
              'content-disposition': 'inline; filename="bookings.ics"',
            })
            .send(file);
    });
  }
}
