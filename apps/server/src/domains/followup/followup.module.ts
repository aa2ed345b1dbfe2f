import { Module } from '@nestjs/common';
import { SequenceRemoval } from './sequence-removal.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { BookingRuns } from './booking-runs.ts';
import { ClientEnds } from './client-ends.ts';
import { MergedRuns } from './merged-runs.ts';
import { MessageSteps } from './message-steps.ts';
import { PersonRuns } from './person-runs.ts';
import { RunService } from './run.service.ts';
import { RunsByHand } from './runs-by-hand.service.ts';
import { SequenceHandOver } from './sequence-hand-over.ts';
import { SequenceService } from './sequence.service.ts';
import { StepEffects } from './step-effects.ts';
import { StepWorker } from './step-worker.ts';

@Module({
  imports: [MessagesModule, PeopleModule],
  providers: [
    SequenceRemoval,
    SequenceHandOver,
    BookingRuns,
    ClientEnds,
    MergedRuns,
    MessageSteps,
    PersonRuns,
    RunService,
    RunsByHand,
    SequenceService,
    StepEffects,
    StepWorker,
  ],
  exports: [RunService, RunsByHand, SequenceService],
})
export class FollowupModule {}
