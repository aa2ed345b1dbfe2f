import { Module } from '@nestjs/common';
import { VoucherService } from './voucher.service.ts';

@Module({ providers: [VoucherService], exports: [VoucherService] })
export class VouchersModule {}
