import { api, type DomainView } from '@plumgate/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { quayside, serverOf, show } from '../../testing/show.tsx';
import { AddressesScreen } from './addresses-screen.tsx';
import { DnsHostScreen } from './dns-host-screen.tsx';

const host = 'visit.quayside-dental.test';
const needed = { name: host, type: 'CNAME', value: 'quayside-dental.pages.plumgate.test' } as const;
const domainOf = (changes: Partial<DomainView> = {}): DomainView => ({
  host,
  shown: host,
  state: 'waiting',
  checkedAt: '2026-11-05T16:30:00Z',
  servedUntil: null,
  compared: [{ needed, found: [], right: false }],
  ...changes,
});

describe('a client’s addresses', () => {
  const opened = async (...domains: DomainView[]) => {
    const server = serverOf().on(api.listDomains, { domains });
    show(<AddressesScreen />, server, { at: 'set-up/addresses' });
    await screen.findByRole('heading', { name: 'Domains' });
    return server;
  };
  const card = () => within(screen.getByRole('region', { name: host }));

  it('always have the local one', async () => {
    await opened();
    expect(screen.getByText(quayside.site)).toBeTruthy();
    expect(screen.queryByRole('region', { name: host })).toBeNull();
  });

  it.each([
    ['waiting', 'Waiting for its record', 'Nothing'],
    ['gone', 'No longer served', 'Nothing'],
  ] as const)(
    'say of one that is %s what it needs and what was found',
    async (state, pill, found) => {
      await opened(domainOf({ state }));
      expect(card().getByText(pill)).toBeTruthy();
      expect(card().getByText(needed.value)).toBeTruthy();
      expect(card().getByText(found)).toBeTruthy();
      expect(card().getByText('Last checked Thu, Nov 5, 11:30 AM')).toBeTruthy();
    },
  );

  it('tell what stands there instead', async () => {
    const found = { name: host, type: 'A', value: '203.0.113.9' } as const;
    await opened(domainOf({ compared: [{ needed, found: [found], right: false }] }));
    expect(card().getByText('A 203.0.113.9')).toBeTruthy();
  });

  it('warn of one whose record went, with the end of its grace', async () => {
    await opened(domainOf({ state: 'lost', servedUntil: '2026-11-08T16:30:00Z' }));
    expect(
      card().getByText(/^Visitors are still answered until Sun, Nov 8, 11:30 AM\./),
    ).toBeTruthy();
  });

  it('are looked at again by one press', async () => {
    const server = await opened(domainOf());
    server.on(api.checkDomain, domainOf({ state: 'right' }));
    fireEvent.click(card().getByRole('button', { name: 'Check again' }));
    await screen.findByText(`${host} is right.`);
    expect(server.sent(api.checkDomain)[0]!.params).toEqual({ clientId: quayside.id, host });
  });

  it('are taken off, and back by Undo', async () => {
    const server = await opened(domainOf({ state: 'right' }));
    server.on(api.removeDomain, {}).on(api.addDomain, domainOf());
    fireEvent.click(card().getByRole('button', { name: 'Remove' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(server.sent(api.addDomain)[0]?.body).toEqual({ host }));
  });

  describe('a new one', () => {
    const typed = (value: string) =>
      fireEvent.change(screen.getByLabelText('Own domain'), { target: { value } });
    const press = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Add domain' });

    it.each(['visit', '*.quayside-dental.test', '203.0.113.9', 'quаyside-dental.test'])(
      'that can’t be one is said while it is typed: %s',
      async (value) => {
        await opened();
        typed(value);
        expect(press().disabled).toBe(true);
        const note = document.getElementById(
          screen.getByLabelText('Own domain').getAttribute('aria-describedby')!,
        );
        expect(note?.textContent).not.toMatch(/leaves their website as it is/);
      },
    );

    it('is added as it was typed', async () => {
      const server = await opened();
      server.on(api.addDomain, domainOf());
      typed(`https://${host}/`);
      fireEvent.click(press());
      await waitFor(() =>
        expect(server.sent(api.addDomain)[0]?.body).toEqual({ host: `https://${host}/` }),
      );
      await waitFor(() =>
        expect(screen.getByLabelText<HTMLInputElement>('Own domain').value).toBe(''),
      );
    });

    it('that is another client’s is refused, and what was typed stays', async () => {
      const server = await opened();
      server.on(api.addDomain, () => refusal(409, 'Another client has this host.'));
      typed(host);
      fireEvent.click(press());
      await screen.findByText('Another client has this host.');
      expect(screen.getByLabelText<HTMLInputElement>('Own domain').value).toBe(host);
    });
  });
});

describe('the DNS host', () => {
  const opened = async (records = [{ ...needed, id: 3 }]) => {
    const server = serverOf().on(api.listStandInRecords, { records });
    show(<DnsHostScreen />, server, { at: 'set-up/dns-host' });
    await screen.findByRole('heading', { name: 'DNS host' });
    return server;
  };
  const type = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });

  it('says when nothing is written yet', async () => {
    await opened([]);
    expect(screen.getByText(/^No record yet\./)).toBeTruthy();
  });

  it('takes a record, and keeps what was typed when it is refused', async () => {
    const server = await opened([]);
    server.on(api.addStandInRecord, () => refusal(400, 'A CNAME stands alone at its name.'));
    type('Name', host);
    type('Type', 'A');
    type('Value', '203.0.113.9');
    fireEvent.click(screen.getByRole('button', { name: 'Add the record' }));
    expect((await screen.findByRole('alert')).textContent).toBe(
      'A CNAME stands alone at its name.',
    );
    expect(screen.getByLabelText<HTMLInputElement>('Value').value).toBe('203.0.113.9');
    server.on(api.addStandInRecord, {});
    fireEvent.click(screen.getByRole('button', { name: 'Add the record' }));
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    expect(server.sent(api.addStandInRecord)[1]!.body).toEqual({
      name: host,
      type: 'A',
      value: '203.0.113.9',
    });
  });

  it('removes one, and puts it back by Undo', async () => {
    const server = await opened();
    server.on(api.removeStandInRecord, {}).on(api.addStandInRecord, {});
    fireEvent.click(screen.getByRole('button', { name: `Remove CNAME ${host}` }));
    fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(server.sent(api.addStandInRecord)[0]?.body).toEqual(needed));
    expect(server.sent(api.removeStandInRecord)[0]!.params).toEqual({ recordId: '3' });
  });
});
