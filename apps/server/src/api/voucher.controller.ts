import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { VoucherService } from '../domains/vouchers/voucher.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { Bin } from '../records/bin/bin.ts';

@Controller()
export class VoucherController {
  constructor(
    private readonly bin: Bin,
    private readonly vouchers: VoucherService,
  ) {}

  @Bind(api.listVoucherPools)
  async list(
    @Input() { params }: InputOf<typeof api.listVoucherPools>,
  ): Promise<Answer<typeof api.listVoucherPools>> {
    return { pools: await this.vouchers.pools(params.clientId) };
  }

  @Bind(api.createVoucherPool)
  async create(
    @Input() { params, body }: InputOf<typeof api.createVoucherPool>,
  ): Promise<Answer<typeof api.createVoucherPool>> {
    return { id: await this.vouchers.create(params.clientId, body) };
  }

  @Bind(api.redeemVoucher)
  redeem(
    @Input() { params }: InputOf<typeof api.redeemVoucher>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.redeemVoucher>> {
    return this.vouchers.redeem(who, params.clientId, params.code);
  }

  @Bind(api.saveVoucherPool)
  async save(
    @Input() { params, body }: InputOf<typeof api.saveVoucherPool>,
  ): Promise<Answer<typeof api.saveVoucherPool>> {
    await this.vouchers.save(params.voucherPoolId, body);
    return {};
  }

  @Bind(api.addVoucherCodes)
  addCodes(
    @Input() { params, body }: InputOf<typeof api.addVoucherCodes>,
  ): Promise<Answer<typeof api.addVoucherCodes>> {
    return this.vouchers.addCodes(params.voucherPoolId, body);
  }

  @Bind(api.removeVoucherPool)
  async remove(
    @Input() { params }: InputOf<typeof api.removeVoucherPool>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeVoucherPool>> {
    return { binId: await this.bin.remove('vouchers', params.voucherPoolId, who) };
  }
}
