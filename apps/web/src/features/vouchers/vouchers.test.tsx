import { api, type VoucherPoolView } from '@plumgate/contract';
import type { PersonId, VoucherPoolId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { codesIn } from './codes-in.ts';
import { RedeemVoucher } from './redeem-voucher.tsx';
import { VouchersScreen } from './vouchers-screen.tsx';

const pool = (changes: Partial<VoucherPoolView> = {}): VoucherPoolView => ({
  ...{ id: idOf<VoucherPoolId>(1), version: 1, codes: 100, given: 90, redeemed: 12 },
  content: { name: 'Winter', key: 'winter', worth: '$50 off', lastDay: null },
  ...changes,
});

it.each([
  ['A1\nB2\n', ['A1', 'B2']],
  ['code,name\nA1,x\nB2,y', ['A1', 'B2']],
  ['"A,1"\nB2', ['A,1', 'B2']],
  ['', []],
])('reads the codes in %j', (text, codes) => expect(codesIn(text)).toEqual(codes));

it('says how many codes are left, and names new vouchers for merge fields', async () => {
  const server = serverOf()
    .on(api.listVoucherPools, { pools: [pool(), pool({ id: idOf<VoucherPoolId>(2), given: 100 })] })
    .on(api.createVoucherPool, { id: idOf<VoucherPoolId>(3) });
  show(<VouchersScreen />, server);
  expect(await screen.findByText('Only 10 left')).toBeTruthy();
  expect(screen.getByText('No code left')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'New vouchers' }));
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: '2026 Spring offer!' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(server.sent(api.createVoucherPool)).toHaveLength(1));
  expect(server.sent(api.createVoucherPool)[0]!.body).toMatchObject({ key: 'spring_offer' });
});

it('adds codes that are made, and those of a list', async () => {
  const server = serverOf()
    .on(api.listVoucherPools, { pools: [pool()] })
    .on(api.addVoucherCodes, { added: 2 });
  show(<VouchersScreen />, server);
  fireEvent.click(await screen.findByRole('button', { name: 'Add codes' }));
  const dialog = within(screen.getByRole('dialog'));
  fireEvent.change(dialog.getByLabelText('Length'), { target: { value: '6' } });
  fireEvent.click(dialog.getByLabelText('Digits'));
  expect(dialog.getByText(/enough for 100\. Make them longer/)).toBeTruthy();
  fireEvent.click(dialog.getByLabelText('Use a list'));
  fireEvent.change(dialog.getByLabelText('One code in a line'), { target: { value: 'A1\nB2' } });
  fireEvent.click(dialog.getByRole('button', { name: 'Add' }));
  await waitFor(() => expect(server.sent(api.addVoucherCodes)).toHaveLength(1));
  expect(server.sent(api.addVoucherCodes)[0]!.body).toEqual({ list: ['A1', 'B2'] });
});

it('redeems by a typed code, and says why one is refused', async () => {
  let isFirst = true;
  const server = serverOf()
    .on(api.listVoucherPools, { pools: [pool()] })
    .on(api.redeemVoucher, () => {
      if (!isFirst) return refusal(409, 'It was redeemed already, on 2026-11-05 by Mabel.');
      isFirst = false;
      return {
        ...{ code: 'A1', name: 'Winter', worth: '$50 off', redeemedAt: '2026-11-05T14:00:00Z' },
        person: { id: idOf<PersonId>(9), name: 'Odalys Penhallow' },
      };
    });
  show(<RedeemVoucher clientId={quayside.id} />, server);
  fireEvent.click(await screen.findByRole('button', { name: 'Redeem a voucher' }));
  const redeem = () => {
    fireEvent.change(screen.getByLabelText('Code'), { target: { value: ' a1 ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Redeem' }));
  };
  redeem();
  expect(await screen.findByText('A1 is redeemed, for Odalys Penhallow.')).toBeTruthy();
  redeem();
  expect(await screen.findByText(/redeemed already, on 2026-11-05 by Mabel/)).toBeTruthy();
  expect(screen.queryByText(/is redeemed, for/)).toBeNull();
  expect(server.sent(api.redeemVoucher)[0]!.params).toMatchObject({ code: 'a1' });
});

it('offers nothing to redeem while the client has no vouchers', async () => {
  const server = serverOf().on(api.listVoucherPools, { pools: [] });
  show(<RedeemVoucher clientId={quayside.id} />, server);
  await waitFor(() => expect(server.heard.length).toBeGreaterThan(0));
  expect(screen.queryByRole('button')).toBeNull();
});
