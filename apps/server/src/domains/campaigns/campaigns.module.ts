import { Module } from '@nestjs/common';
import { MessagesModule } from '../messages/messages.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { CampaignSending } from './campaign-sending.ts';
import { CampaignService } from './campaign.service.ts';

@Module({
  imports: [MessagesModule, PeopleModule],
  providers: [CampaignSending, CampaignService],
  exports: [CampaignSending, CampaignService],
})
export class CampaignsModule {}
