import { Injectable } from '@nestjs/common';
import { renderLinkPage } from '@plumgate/page-kit/render';
import type { FastifyInstance } from 'fastify';
import { Temporal } from 'temporal-polyfill';
import { ClientService } from '../domains/clients/client.service.ts';
import { PersonLinks } from '../domains/messages/person-links.ts';
import { codeSvg } from '../domains/vouchers/code-picture.ts';
import { VoucherService } from '../domains/vouchers/voucher.service.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { linkBasics } from './link-basics.ts';
import { linkHeaders, notHere } from './page-headers.ts';
import { clientOf, siteOptions } from './site-host.ts';

/** The page of a code, which its owner shows at the desk: to be read, or scanned. */
@Injectable()
export class VoucherRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly clients: ClientService,
    private readonly links: PersonLinks,
    private readonly vouchers: VoucherService,
  ) {}

  register(site: FastifyInstance): void {
    site.get('/:client/~/voucher/:token', siteOptions, async (request, reply) => {
      const code = this.links.voucherIn((request.params as { token: string }).token);
      const slug = clientOf(this.address, request);
      const client = slug === null ? null : await this.clients.bySlug(slug);
      const voucher = client && code && (await this.vouchers.find(client.id, code));
      if (!client || !voucher) return notHere(reply);
      const { name, worth, lastDay, state } = voucher;
      const isOpen = state === 'open';
      const until = lastDay && dateWords(lastDay);
      return reply.headers(linkHeaders).send(
        renderLinkPage({
          ...linkBasics(client),
          title: worth || name,
          lines: isOpen
            ? ['Show this code at the desk.', ...(until ? [`It can be used until ${until}.`] : [])]
            : [
                state === 'redeemed'
                  ? 'This voucher has been used already.'
                  : `This voucher could be used until ${until}.`,
              ],
          presses: [],
          ...(isOpen && {
            code: {
              text: voucher.code,
              pictures: [codeSvg(voucher.code, 'qr'), codeSvg(voucher.code, 'barcode')],
            },
          }),
        }),
      );
    });
  }
}

/** `December 31, 2026`. */
const dateWords = (day: string): string =>
  Temporal.PlainDate.from(day).toLocaleString('en-US', {
    ...{ month: 'long', day: 'numeric', year: 'numeric' },
  });
