import { Module } from '@nestjs/common';
import { AlsoGivenService } from './also-given.service.ts';
import { PeopleService } from './people.service.ts';

@Module({
  providers: [AlsoGivenService, PeopleService],
  exports: [AlsoGivenService, PeopleService],
})
export class PeopleModule {}
