import { Module } from '@nestjs/common';
import { AccountMails } from './account-mail.ts';
import { AccountService } from './account.service.ts';
import { ActivityService } from './activity.service.ts';
import { AuditLog } from './audit-log.ts';
import { InvitationService } from './invitation.service.ts';
import { KnownDevices } from './known-devices.ts';
import { PasswordService } from './password.service.ts';
import { ProfileService } from './profile.service.ts';
import { SecondFactorService } from './second-factor.service.ts';
import { SessionService } from './session.service.ts';
import { SetUpCode } from './set-up-code.ts';
import { SignInLimits } from './sign-in-limits.ts';
import { SignInService } from './sign-in.service.ts';
import { StaffService } from './staff.service.ts';

const services = [
  AccountService,
  ActivityService,
  AuditLog,
  InvitationService,
  KnownDevices,
  PasswordService,
  ProfileService,
  SecondFactorService,
  SessionService,
  SetUpCode,
  SignInLimits,
  SignInService,
  StaffService,
];

@Module({ providers: [...services, AccountMails], exports: services })
export class AccountsModule {}
