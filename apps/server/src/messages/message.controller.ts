import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind, Caller, type Who } from '../platform/http/bind.ts';
import { PostRoomService } from './post-room.service.ts';

@Controller()
export class MessageController {
  constructor(private readonly room: PostRoomService) {}

  @Bind(api.listMessages)
  list(
    @Ask() { params, query }: Asked<typeof api.listMessages>,
  ): Promise<Answer<typeof api.listMessages>> {
    return this.room.list(params.clientId, query);
  }

  @Bind(api.getMessage)
  get(
    @Ask() { params }: Asked<typeof api.getMessage>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.getMessage>> {
    return this.room.get(who, params.messageId);
  }
}
