import { Module } from '@nestjs/common';
import { BookingModule } from '../booking/booking.module.ts';
import { FollowupModule } from '../followup/followup.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { RoutingModule } from '../routing/routing.module.ts';
import { HeldService } from './held.service.ts';
import { IntakeService } from './intake.service.ts';
import { SubmissionLimits } from './submission-limits.ts';

@Module({
  imports: [BookingModule, FollowupModule, MessagesModule, RoutingModule],
  providers: [HeldService, IntakeService, SubmissionLimits],
  exports: [HeldService, IntakeService],
})
export class IntakeModule {}
