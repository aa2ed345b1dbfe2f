import { Controller } from '@nestjs/common';
import { Bin } from '../records/bin/bin.ts';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { answersOf, newCalendar, newEvent } from '@plumgate/core/booking';
import { Temporal } from 'temporal-polyfill';
import { ClientService } from '../domains/clients/client.service.ts';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { BookingService } from '../domains/booking/booking.service.ts';
import { slotView } from '../domains/booking/slot-view.ts';
import { LeadRatesService } from '../domains/results/lead-rates.service.ts';
import { WaitingListService } from '../domains/booking/waiting-list.service.ts';
import { SlotService } from '../domains/booking/slot.service.ts';
import { CalendarService } from '../domains/booking/calendar.service.ts';

@Controller()
export class BookingController {
  constructor(
    private readonly bin: Bin,
    private readonly calendars: CalendarService,
    private readonly bookings: BookingService,
    private readonly freeSlots: SlotService,
    private readonly waiting: WaitingListService,
    private readonly rates: LeadRatesService,
    private readonly clients: ClientService,
  ) {}

  @Bind(api.listCalendars)
  async list(
    @Input() { params }: InputOf<typeof api.listCalendars>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.listCalendars>> {
    return { calendars: await this.calendars.list(params.clientId, who.id) };
  }

  @Bind(api.createCalendar)
  async create(
    @Input() { params, body }: InputOf<typeof api.createCalendar>,
  ): Promise<Answer<typeof api.createCalendar>> {
    const { zone, facts } = await this.clients.get(params.clientId);
    const content = body.event
      ? newEvent(body.name, zone, body.event)
      : newCalendar(body.name, zone, facts.week);
    return this.calendars.create(params.clientId, content);
  }

  @Bind(api.previewCalendarChange)
  previewChange(
    @Input() { params, body }: InputOf<typeof api.previewCalendarChange>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.previewCalendarChange>> {
    return this.calendars.previewChange(params.calendarId, body.content, who);
  }

  @Bind(api.getCalendar)
  get(
    @Input() { params }: InputOf<typeof api.getCalendar>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.getCalendar>> {
    return this.calendars.get(params.calendarId, who.id);
  }

  @Bind(api.saveCalendar)
  save(
    @Input() { params, body }: InputOf<typeof api.saveCalendar>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.saveCalendar>> {
    return this.calendars.save(params.calendarId, who.id, body);
  }

  @Bind(api.listSlots)
  async slots(
    @Input() { params, query }: InputOf<typeof api.listSlots>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.listSlots>> {
    const calendar = await this.calendars.row(params.calendarId, who);
    const { from, until, ...wish } = query;
    const slots = await this.freeSlots.slots(calendar, moment(from), moment(until), wish);
    return { slots: slots.map(slotView) };
  }

  @Bind(api.listBookings)
  async between(
    @Input() { params, query }: InputOf<typeof api.listBookings>,
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
    @Input() { params, body }: InputOf<typeof api.addBooking>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.addBooking>> {
    const calendar = await this.calendars.row(params.calendarId, who);
    const answers = answersOf(calendar.content, body.answers);
    const { staff, place } = body;
    return this.bookings.bookByHand(calendar, moment(body.start), body, { answers, staff, place });
  }

  @Bind(api.moveBooking)
  move(
    @Input() { params, body }: InputOf<typeof api.moveBooking>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.moveBooking>> {
    const { start, staff } = body;
    return this.bookings.move(params.bookingId, moment(start), 'business', who, { staff });
  }

  @Bind(api.cancelBooking)
  cancel(
    @Input() { params }: InputOf<typeof api.cancelBooking>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.cancelBooking>> {
    return this.bookings.cancel(params.bookingId, 'business', who);
  }

  @Bind(api.markBooking)
  mark(
    @Input() { params, body }: InputOf<typeof api.markBooking>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.markBooking>> {
    return this.bookings.mark(params.bookingId, body.as, who);
  }

  @Bind(api.getLeadRates)
  getRates(
    @Input() { params, query }: InputOf<typeof api.getLeadRates>,
  ): Promise<Answer<typeof api.getLeadRates>> {
    return this.rates.of(params.clientId, query.days);
  }

  @Bind(api.listWaitingEntries)
  async listWaiting(
    @Input() { params }: InputOf<typeof api.listWaitingEntries>,
  ): Promise<Answer<typeof api.listWaitingEntries>> {
    return { waiting: await this.waiting.list(params.calendarId) };
  }

  @Bind(api.addWaitingEntry)
  async addWaiting(
    @Input() { params, body }: InputOf<typeof api.addWaitingEntry>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.addWaitingEntry>> {
    const calendar = await this.calendars.row(params.calendarId, who);
    const { personId, staff, place } = body;
    const wants = body.wants ? moment(body.wants) : null;
    await this.waiting.add(calendar, personId, { wants, staff, place });
    return {};
  }

  @Bind(api.removeWaitingEntry)
  async removeWaiting(
    @Input() { params }: InputOf<typeof api.removeWaitingEntry>,
  ): Promise<Answer<typeof api.removeWaitingEntry>> {
    await this.waiting.remove(params.waitingEntryId);
    return {};
  }

  @Bind(api.noteDeposit)
  noteDeposit(
    @Input() { params, body }: InputOf<typeof api.noteDeposit>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.noteDeposit>> {
    return this.bookings.noteDeposit(params.bookingId, body.deposit, who);
  }

  @Bind(api.removeCalendar)
  async removeCalendar(
    @Input() { params }: InputOf<typeof api.removeCalendar>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeCalendar>> {
    return { binId: await this.bin.remove('calendar', params.calendarId, who) };
  }
}

const moment = (text: string) => Temporal.Instant.from(text);
