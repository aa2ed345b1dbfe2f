import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { BookingService } from './booking.service.ts';
import { CalendarService } from './calendar.service.ts';

@Module({
  imports: [ClientsModule, MessagesModule],
  providers: [BookingService, CalendarService],
  exports: [BookingService, CalendarService],
})
export class BookingModule {}
