import { Module } from '@nestjs/common';
import { BookingRemoval } from './booking-removal.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { BookingTransaction } from './booking-transaction.ts';
import { BookingMessages } from './booking-messages.ts';
import { BookingService } from './booking.service.ts';
import { BusyFeedService } from './busy-feed.service.ts';
import { CalendarFeedService } from './calendar-feed.service.ts';
import { CalendarService } from './calendar.service.ts';
import { EventChanges } from './event-changes.ts';
import { SlotService } from './slot.service.ts';
import { StaffTimesService } from './staff-times.service.ts';
import { WaitingListService } from './waiting-list.service.ts';
import { WaitingMessages } from './waiting-messages.ts';

@Module({
  imports: [ClientsModule, MessagesModule],
  providers: [
    BookingMessages,
    BookingRemoval,
    BookingService,
    BookingTransaction,
    BusyFeedService,
    CalendarFeedService,
    CalendarService,
    EventChanges,
    SlotService,
    StaffTimesService,
    WaitingListService,
    WaitingMessages,
  ],
  exports: [
    BookingMessages,
    BookingService,
    BusyFeedService,
    CalendarFeedService,
    CalendarService,
    SlotService,
    StaffTimesService,
    WaitingListService,
  ],
})
export class BookingModule {}
