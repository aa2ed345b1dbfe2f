import { Module } from '@nestjs/common';
import { BookingRemoval } from './booking-removal.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { BookingService } from './booking.service.ts';
import { CalendarService } from './calendar.service.ts';

@Module({
  imports: [ClientsModule, MessagesModule],
  providers: [BookingRemoval, BookingService, CalendarService],
  exports: [BookingService, CalendarService],
})
export class BookingModule {}
