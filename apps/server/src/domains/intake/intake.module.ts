import { Module } from '@nestjs/common';
import { BookingModule } from '../booking/booking.module.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { FollowupModule } from '../followup/followup.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { RoutingModule } from '../routing/routing.module.ts';
import { ArrivalService } from './arrival.service.ts';
import { ConfirmationService } from './confirmation.service.ts';
import { LeadMessages } from './lead-messages.ts';
import { HeldService } from './held.service.ts';
import { HandArrivalService } from './hand-arrival.service.ts';
import { IntakeService } from './intake.service.ts';
import { PlanService } from './plan.service.ts';
import { SetOffService } from './set-off.service.ts';
import { SubmissionListService } from './submission-list.service.ts';
import { UploadService } from './upload.service.ts';
import { JunkService } from './junk.service.ts';
import { SubmissionLimits } from './submission-limits.ts';

@Module({
  imports: [
    BookingModule,
    ClientsModule,
    FollowupModule,
    MessagesModule,
    PeopleModule,
    RoutingModule,
  ],
  providers: [
    HeldService,
    ConfirmationService,
    LeadMessages,
    JunkService,
    UploadService,
    ArrivalService,
    HandArrivalService,
    IntakeService,
    PlanService,
    SubmissionLimits,
    SubmissionListService,
    SetOffService,
  ],
  exports: [
    ArrivalService,
    ConfirmationService,
    HeldService,
    JunkService,
    HandArrivalService,
    IntakeService,
    PlanService,
    SubmissionListService,
    SetOffService,
    UploadService,
  ],
})
export class IntakeModule {}
