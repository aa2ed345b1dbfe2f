import { Module } from '@nestjs/common';
import { FormService } from './form.service.ts';

@Module({
  providers: [FormService],
  exports: [FormService],
})
export class FormsModule {}
