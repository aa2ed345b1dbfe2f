import { Module } from '@nestjs/common';
import { MessagesModule } from '../messages/messages.module.ts';
import { BookingRuns } from './booking-runs.ts';
import { PersonRuns } from './person-runs.ts';
import { RunService } from './run.service.ts';
import { SequenceService } from './sequence.service.ts';
import { StepWorker } from './step-worker.ts';

@Module({
  imports: [MessagesModule],
  providers: [BookingRuns, PersonRuns, RunService, SequenceService, StepWorker],
  exports: [RunService, SequenceService],
})
export class FollowupModule {}
