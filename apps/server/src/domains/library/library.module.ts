import { Module } from '@nestjs/common';
import { FollowupModule } from '../followup/followup.module.ts';
import { RoutingModule } from '../routing/routing.module.ts';
import { FollowUpLibrary } from './follow-up-library.service.ts';

@Module({
  imports: [FollowupModule, RoutingModule],
  providers: [FollowUpLibrary],
  exports: [FollowUpLibrary],
})
export class LibraryModule {}
