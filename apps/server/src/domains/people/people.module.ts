import { Module } from '@nestjs/common';
import { PersonRemoval } from './person-removal.ts';
import { AlsoGivenService } from './also-given.service.ts';
import { PeopleService } from './people.service.ts';

@Module({
  providers: [PersonRemoval, AlsoGivenService, PeopleService],
  exports: [AlsoGivenService, PeopleService],
})
export class PeopleModule {}
