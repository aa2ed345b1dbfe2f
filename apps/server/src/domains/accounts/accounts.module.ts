import { Module } from '@nestjs/common';
import { AccountService } from './account.service.ts';
import { AuditLog } from './audit-log.ts';
import { KnownDevices } from './known-devices.ts';
import { SessionService } from './session.service.ts';
import { SetUpCode } from './set-up-code.ts';
import { SignInLimits } from './sign-in-limits.ts';

@Module({
  providers: [AccountService, AuditLog, KnownDevices, SessionService, SetUpCode, SignInLimits],
  exports: [AccountService, AuditLog, KnownDevices, SessionService, SetUpCode, SignInLimits],
})
export class AccountsModule {}
