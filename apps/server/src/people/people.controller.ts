import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind, Caller, type Who } from '../platform/http/bind.ts';
import { PeopleService } from './people.service.ts';

@Controller()
export class PeopleController {
  constructor(private readonly people: PeopleService) {}

  @Bind(api.listPeople)
  list(
    @Ask() { params, query }: Asked<typeof api.listPeople>,
  ): Promise<Answer<typeof api.listPeople>> {
    return this.people.list(params.clientId, query);
  }

  @Bind(api.getPerson)
  get(
    @Ask() { params }: Asked<typeof api.getPerson>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.getPerson>> {
    return this.people.get(who, params.personId);
  }
}
