import { Module } from '@nestjs/common';
import { IntakeModule } from '../intake/intake.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { RoutingModule } from '../routing/routing.module.ts';
import { RuleStarts } from './rule-starts.ts';
import { StartWorker } from './start-worker.ts';

@Module({
  imports: [IntakeModule, PeopleModule, RoutingModule],
  providers: [RuleStarts, StartWorker],
})
export class BehaviorModule {}
