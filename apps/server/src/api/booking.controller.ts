import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { newCalendar } from '@plumgate/core/booking';
import { Temporal } from 'temporal-polyfill';
import { ClientService } from '../domains/clients/client.service.ts';
import { Ask, Bind, Caller, type Who } from '../platform/http/bind.ts';
import { BookingService } from '../domains/booking/booking.service.ts';
import { slotView } from '../domains/booking/slot-view.ts';
import { CalendarService } from '../domains/booking/calendar.service.ts';

@Controller()
export class BookingController {
  constructor(
    private readonly calendars: CalendarService,
    private readonly bookings: BookingService,
    private readonly clients: ClientService,
  ) {}

  @Bind(api.listCalendars)
  async list(
    @Ask() { params }: Asked<typeof api.listCalendars>,
  ): Promise<Answer<typeof api.listCalendars>> {
    return { calendars: await this.calendars.list(params.clientId) };
  }

  @Bind(api.createCalendar)
  async create(
    @Ask() { params, body }: Asked<typeof api.createCalendar>,
  ): Promise<Answer<typeof api.createCalendar>> {
    const { zone } = await this.clients.get(params.clientId);
    return this.calendars.create(params.clientId, newCalendar(body.name, zone));
  }

  @Bind(api.saveCalendar)
  save(
    @Ask() { params, body }: Asked<typeof api.saveCalendar>,
  ): Promise<Answer<typeof api.saveCalendar>> {
    return this.calendars.save(params.calendarId, body.version, body.content);
  }

  @Bind(api.listSlots)
  async slots(
    @Ask() { params, query }: Asked<typeof api.listSlots>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.listSlots>> {
    const calendar = await this.calendars.row(params.calendarId, who);
    const slots = await this.bookings.slots(calendar, moment(query.from), moment(query.until));
    return { slots: slots.map(slotView) };
  }

  @Bind(api.listBookings)
  async between(
    @Ask() { params, query }: Asked<typeof api.listBookings>,
  ): Promise<Answer<typeof api.listBookings>> {
    return {
      bookings: await this.bookings.between(
        params.clientId,
        moment(query.from),
        moment(query.until),
      ),
    };
  }

  @Bind(api.addBooking)
  async add(
    @Ask() { params, body }: Asked<typeof api.addBooking>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.addBooking>> {
    const calendar = await this.calendars.row(params.calendarId, who);
    return this.bookings.bookByHand(calendar, moment(body.start), body);
  }

  @Bind(api.moveBooking)
  move(
    @Ask() { params, body }: Asked<typeof api.moveBooking>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.moveBooking>> {
    return this.bookings.move(params.bookingId, moment(body.start), 'business', who);
  }

  @Bind(api.cancelBooking)
  cancel(
    @Ask() { params }: Asked<typeof api.cancelBooking>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.cancelBooking>> {
    return this.bookings.cancel(params.bookingId, 'business', who);
  }

  @Bind(api.markBooking)
  mark(
    @Ask() { params, body }: Asked<typeof api.markBooking>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.markBooking>> {
    return this.bookings.mark(params.bookingId, body.as, who);
  }
}

const moment = (text: string) => Temporal.Instant.from(text);
