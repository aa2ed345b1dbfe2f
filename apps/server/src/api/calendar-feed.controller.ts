import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { CalendarFeedService, type FeedOf } from '../domains/booking/calendar-feed.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

/** The private addresses of bookings; what is behind them is served by `CalendarFeedRoutes`. */
@Controller()
export class CalendarFeedController {
  constructor(private readonly feeds: CalendarFeedService) {}

  @Bind(api.getCalendarFeed)
  get(
    @Input() { params }: InputOf<typeof api.getCalendarFeed>,
  ): Promise<Answer<typeof api.getCalendarFeed>> {
    return this.stateOf({ calendar: params.calendarId });
  }

  @Bind(api.makeCalendarFeed)
  async make(
    @Input() { params }: InputOf<typeof api.makeCalendarFeed>,
  ): Promise<Answer<typeof api.makeCalendarFeed>> {
    return { address: await this.feeds.make({ calendar: params.calendarId }) };
  }

  @Bind(api.withdrawCalendarFeed)
  async withdraw(
    @Input() { params }: InputOf<typeof api.withdrawCalendarFeed>,
  ): Promise<Answer<typeof api.withdrawCalendarFeed>> {
    await this.feeds.withdraw({ calendar: params.calendarId });
    return {};
  }

  @Bind(api.getStaffFeed)
  getOfStaff(
    @Input() { params }: InputOf<typeof api.getStaffFeed>,
  ): Promise<Answer<typeof api.getStaffFeed>> {
    return this.stateOf({ staff: params.staffId });
  }

  @Bind(api.makeStaffFeed)
  async makeOfStaff(
    @Input() { params }: InputOf<typeof api.makeStaffFeed>,
  ): Promise<Answer<typeof api.makeStaffFeed>> {
    return { address: await this.feeds.make({ staff: params.staffId }) };
  }

  @Bind(api.withdrawStaffFeed)
  async withdrawOfStaff(
    @Input() { params }: InputOf<typeof api.withdrawStaffFeed>,
  ): Promise<Answer<typeof api.withdrawStaffFeed>> {
    await this.feeds.withdraw({ staff: params.staffId });
    return {};
  }

  private async stateOf(of: FeedOf): Promise<Answer<typeof api.getCalendarFeed>> {
    return { madeAt: (await this.feeds.madeAt(of))?.toString() ?? null };
  }
}
