import { Module } from '@nestjs/common';
import { RuleService } from './rule.service.ts';

@Module({
  providers: [RuleService],
  exports: [RuleService],
})
export class RoutingModule {}
