import type { BinKind, Loss } from '@plumgate/contract';

export const kindWords: Record<BinKind, string> = {
  funnel: 'funnel',
  page: 'page',
  form: 'form',
  calendar: 'calendar',
  sequence: 'sequence',
  rule: 'rule',
  template: 'template',
  picture: 'picture',
  person: 'person',
  list: 'list',
  campaign: 'campaign',
  'follow-up': 'template',
  listing: 'listing',
  vouchers: 'vouchers',
};

const mostNames = 4;

/** What deleting a thing of some kind would mean, a sentence for each loss. */
export function lossWords({ what, count, names }: Loss, kind: BinKind): string {
  const many = (one: string, more: string) =>
    count === 1 ? one : more.replace('#', count.toLocaleString('en-US'));
  const listed = names.length > 0 ? `: ${shortened(names)}` : '';
  switch (what) {
    case 'visitors':
      return many(
        '1 person visited it in the last 30 days.',
        '# people visited it in the last 30 days.',
      );
    case 'leads':
      return many(
        '1 lead came from it in the last 30 days.',
        '# leads came from it in the last 30 days.',
      );
    case 'goes-along':
      return `${many('Its page goes with it', 'Its # pages go with it')}${listed}.`;
    case 'shown-on':
      return `${many('A page shows it and will do without', '# pages show it and will do without')}${listed}.`;
    case 'rules':
      return `${many('A rule uses it', '# rules use it')}${listed}.`;
    case 'sequences':
      return `${many('A sequence uses it', '# sequences use it')}${listed}.`;
    case 'calendars':
      return `${many('A calendar uses it', '# calendars use it')}${listed}.`;
    case 'runs':
      return kind === 'person'
        ? many('The sequence they are in ends.', 'The # sequences they are in end.')
        : many(
            'One person is in it and gets nothing more of it.',
            '# people are in it and get nothing more of it.',
          );
    case 'upcoming-bookings':
      return many(
        'One upcoming booking stays, and its reminders go out.',
        '# upcoming bookings stay, and their reminders go out.',
      );
    case 'cancelled-bookings':
      return many(
        'Their upcoming booking is canceled. They are not told.',
        'Their # upcoming bookings are canceled. They are not told.',
      );
    case 'submissions':
      return many('What they sent goes with them.', 'What they sent, # times, goes with them.');
  }
}

const shortened = (names: readonly string[]) =>
  names.length <= mostNames
    ? names.join(', ')
    : `${names.slice(0, mostNames).join(', ')} and ${names.length - mostNames} more`;
