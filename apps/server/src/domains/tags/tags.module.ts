import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { LivePagesModule } from '../live-pages/live-pages.module.ts';
import { LeadTags } from './lead-tags.ts';
import { TagCheckService } from './tag-check.service.ts';
import { TagReceiver } from './tag-receiver.ts';
import { TagService } from './tag.service.ts';

@Module({
  imports: [ClientsModule, LivePagesModule],
  providers: [LeadTags, TagCheckService, TagReceiver, TagService],
  exports: [LeadTags, TagCheckService, TagReceiver, TagService],
})
export class TagsModule {}
