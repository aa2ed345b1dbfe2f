import { Injectable } from '@nestjs/common';
import type { Instant, PersonId } from '@plumgate/core/basics';
import { consentPurposes } from '@plumgate/core/basics';
import {
  choiceWords,
  offerRhythms,
  type MailChoices,
  type OfferRhythm,
} from '@plumgate/core/followup';
import { renderLinkPage, type LinkPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import { ClientService } from '../domains/clients/client.service.ts';
import { ConsentService, type MailStanding } from '../domains/messages/consent.service.ts';
import { PersonLinks } from '../domains/messages/person-links.ts';
import { Clock } from '../platform/clock.ts';
import { SiteAddress } from '../platform/site-address.ts';
import type { ClientRow } from '../records/clients/table.ts';
import { mailChoicesOf } from '../records/people/reachable.ts';
import { linkBasics } from './link-basics.ts';
import { linkHeaders, notHere } from './page-headers.ts';
import { clientOf, siteOptions } from './site-host.ts';

const pauseDays = 30;

const Sent = z.object({
  offers: z.enum(Object.keys(offerRhythms) as [OfferRhythm, ...OfferRhythm[]]).catch('any'),
  followUp: z.string().optional(),
  pause: z.string().optional(),
  do: z.string().optional(),
});

/** The page on which a person chooses what they get by email: known by the seal of the link, opened from any email to them. */
@Injectable()
export class PreferencesRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly clients: ClientService,
    private readonly consent: ConsentService,
    private readonly links: PersonLinks,
    private readonly clock: Clock,
  ) {}

  register(site: FastifyInstance): void {
    const path = '/:client/~/preferences/:token';
    site.get(path, siteOptions, async (request, reply) => {
      const asked = await this.asked(request);
      return asked ? this.show(reply, asked) : notHere(reply);
    });
    site.post(path, siteOptions, async (request, reply) => {
      const asked = await this.asked(request);
      if (!asked) return notHere(reply);
      const { client, person } = asked;
      const sent = Sent.parse(request.body ?? {});
      if (sent.do === 'unsubscribe') await this.consent.optOut({ person });
      else {
        const choices = this.chosen(asked, sent);
        const words = choiceWords(choices, this.clock.now(), dateIn(client));
        await this.consent.choose(person, choices, words);
      }
      const after = await this.asked(request);
      return after ? this.show(reply, after, 'Saved.') : notHere(reply);
    });
  }

  /** Choosing to pause again while it is paused changes nothing of when that ends. */
  private chosen({ standing }: Asked, sent: z.infer<typeof Sent>): MailChoices {
    const now = this.clock.now();
    const { pausedUntil } = mailChoicesOf(standing.person);
    const isPaused = pausedUntil !== null && isAfter(pausedUntil, now);
    const until = isPaused ? pausedUntil : now.add({ hours: 24 * pauseDays });
    return {
      offers: sent.offers,
      followUp: sent.followUp !== undefined,
      pausedUntil: sent.pause === undefined ? null : until,
    };
  }

  private async asked(request: FastifyRequest): Promise<Asked | null> {
    const target = this.links.optOutTargetIn((request.params as { token: string }).token);
    const slug = clientOf(this.address, request);
    const client = slug === null ? null : await this.clients.bySlug(slug);
    if (!client || !target || !('person' in target)) return null;
    const standing = await this.consent.choices(target.person);
    return standing && standing.person.clientId === client.id
      ? { client, person: target.person, standing }
      : null;
  }

  private show(reply: FastifyReply, { client, standing }: Asked, said?: string): FastifyReply {
    const { person, agreed } = standing;
    const now = this.clock.now();
    const dateOf = dateIn(client);
    const { offers, followUp, pausedUntil } = mailChoicesOf(person);
    const isPaused = pausedUntil !== null && isAfter(pausedUntil, now);
    const page: LinkPage = {
      ...linkBasics(client),
      title: `What ${client.name} may send you`,
      lines: [
        ...(said ? [said] : []),
        person.unsubscribedAt
          ? `You get no emails from ${client.name}. Saving a choice turns them on again.`
          : 'What you book is confirmed and reminded of whatever you choose here.',
        ...agreed.map(
          ({ words, purpose, page: where, givenAt }) =>
            `You agreed on ${dateOf(givenAt)} on ${where} (${consentPurposes[purpose].toLowerCase()}): “${words}”`,
        ),
      ],
      choices: {
        press: 'Save',
        groups: [
          {
            label: 'Offers and news',
            as: 'radio',
            choices: Object.entries(offerRhythms).map(([value, label]) => ({
              ...{ name: 'offers', value, label, isChosen: value === offers },
            })),
          },
          {
            label: 'Other emails',
            as: 'checkbox',
            choices: [
              {
                ...{ name: 'followUp', value: 'on', label: 'Follow-up on what I asked for' },
                isChosen: followUp,
              },
              {
                ...{ name: 'pause', value: 'on', isChosen: isPaused },
                label: isPaused
                  ? `Paused until ${dateOf(pausedUntil)}`
                  : `Pause everything for ${pauseDays} days`,
              },
            ],
          },
        ],
      },
      presses: person.unsubscribedAt
        ? []
        : [{ does: 'unsubscribe', label: 'No emails at all', quiet: true }],
    };
    return reply.headers(linkHeaders).send(renderLinkPage(page));
  }
}

interface Asked {
  client: ClientRow;
  person: PersonId;
  standing: MailStanding;
}

const isAfter = (one: Instant, other: Instant): boolean =>
  one.epochMilliseconds > other.epochMilliseconds;

const dateIn =
  ({ facts }: ClientRow) =>
  (at: Instant): string =>
    at
      .toZonedDateTimeISO(facts.zone)
      .toLocaleString('en-US', { month: 'long', day: 'numeric', year: 'numeric' });
