import { Controller, type StreamableFile } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { ActivityService } from '../domains/accounts/activity.service.ts';
import { InvitationService } from '../domains/accounts/invitation.service.ts';
import { StaffService } from '../domains/accounts/staff.service.ts';
import { PostRoomService } from '../domains/messages/post-room.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { csvFile } from '../platform/http/csv.ts';

/** The people of the agency and of its clients, as owners manage them. */
@Controller()
export class StaffController {
  constructor(
    private readonly staff: StaffService,
    private readonly invitations: InvitationService,
    private readonly postRoom: PostRoomService,
    private readonly activity: ActivityService,
  ) {}

  @Bind(api.listUsers)
  async list(): Promise<Answer<typeof api.listUsers>> {
    return { users: await this.staff.list(), invitations: await this.invitations.open() };
  }

  @Bind(api.changeUser)
  async change(
    @Caller() who: CurrentUser,
    @Input() { params, body }: InputOf<typeof api.changeUser>,
  ): Promise<Answer<typeof api.changeUser>> {
    await this.staff.change(who, params.userId, body);
    return {};
  }

  @Bind(api.userHoldings)
  holdings(
    @Input() { params }: InputOf<typeof api.userHoldings>,
  ): Promise<Answer<typeof api.userHoldings>> {
    return this.staff.holdings(params.userId);
  }

  @Bind(api.pauseUser)
  async pause(
    @Caller() who: CurrentUser,
    @Input() { params, body }: InputOf<typeof api.pauseUser>,
  ): Promise<Answer<typeof api.pauseUser>> {
    await this.staff.pause(who, params.userId, body.to);
    return {};
  }

  @Bind(api.resumeUser)
  async resume(
    @Input() { params }: InputOf<typeof api.resumeUser>,
  ): Promise<Answer<typeof api.resumeUser>> {
    await this.staff.resume(params.userId);
    return {};
  }

  @Bind(api.removeUser)
  async remove(
    @Caller() who: CurrentUser,
    @Input() { params, body }: InputOf<typeof api.removeUser>,
  ): Promise<Answer<typeof api.removeUser>> {
    await this.staff.remove(who, params.userId, body.to);
    return {};
  }

  @Bind(api.listAccountMail)
  async accountMail(): Promise<Answer<typeof api.listAccountMail>> {
    return { messages: await this.postRoom.ofAgency() };
  }

  @Bind(api.listActivity)
  listActivity(
    @Input() { query }: InputOf<typeof api.listActivity>,
  ): Promise<Answer<typeof api.listActivity>> {
    return this.activity.list(query, query);
  }

  @Bind(api.exportActivity)
  async exportActivity(
    @Input() { query }: InputOf<typeof api.exportActivity>,
  ): Promise<StreamableFile> {
    return csvFile(await this.activity.csv(query), 'activity.csv');
  }

  @Bind(api.invite)
  invite(
    @Caller() who: CurrentUser,
    @Input() { body }: InputOf<typeof api.invite>,
  ): Promise<Answer<typeof api.invite>> {
    return this.invitations.invite(who, body);
  }

  @Bind(api.resendInvitation)
  resend(
    @Input() { params }: InputOf<typeof api.resendInvitation>,
  ): Promise<Answer<typeof api.resendInvitation>> {
    return this.invitations.resend(params.invitationId);
  }

  @Bind(api.revokeInvitation)
  async revoke(
    @Input() { params }: InputOf<typeof api.revokeInvitation>,
  ): Promise<Answer<typeof api.revokeInvitation>> {
    await this.invitations.revoke(params.invitationId);
    return {};
  }
}
