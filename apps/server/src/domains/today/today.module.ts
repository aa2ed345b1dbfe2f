import { Module } from '@nestjs/common';
import { BookingModule } from '../booking/booking.module.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { TodayService } from './today.service.ts';

@Module({
  imports: [BookingModule, ClientsModule, PeopleModule],
  providers: [TodayService],
  exports: [TodayService],
})
export class TodayModule {}
