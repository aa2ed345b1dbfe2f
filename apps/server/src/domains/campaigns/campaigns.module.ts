import { Module } from '@nestjs/common';
import { MessagesModule } from '../messages/messages.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { CampaignService } from './campaign.service.ts';

@Module({
  imports: [MessagesModule, PeopleModule],
  providers: [CampaignService],
  exports: [CampaignService],
})
export class CampaignsModule {}
