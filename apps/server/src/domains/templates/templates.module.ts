import { Module } from '@nestjs/common';
import { TemplateService } from './template.service.ts';

@Module({
  providers: [TemplateService],
  exports: [TemplateService],
})
export class TemplatesModule {}
