import { Module } from '@nestjs/common';
import { FormRemoval } from './form-removal.ts';
import { FormService } from './form.service.ts';

@Module({
  providers: [FormRemoval, FormService],
  exports: [FormService],
})
export class FormsModule {}
