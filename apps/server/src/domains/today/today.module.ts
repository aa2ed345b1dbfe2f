import { Module } from '@nestjs/common';
import { BookingModule } from '../booking/booking.module.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { OverviewService } from './overview.service.ts';
import { TeamNotices } from './team-notices.ts';
import { TodayService } from './today.service.ts';
import { WaitingService } from './waiting.service.ts';

@Module({
  imports: [BookingModule, ClientsModule, MessagesModule, PeopleModule],
  providers: [OverviewService, TeamNotices, TodayService, WaitingService],
  exports: [OverviewService, TodayService, WaitingService],
})
export class TodayModule {}
