import type { PageId } from '@plumgate/core/basics';
import { newCampaign, type CampaignContent } from '@plumgate/core/campaigns';
import { newEmailBlock, type EmailBlock } from '@plumgate/core/emails';
import type { PictureRef } from '@plumgate/core/basics';
import { demoEmail, press, title, words } from './demo-email.ts';

/** Quayside's letter before winter, waiting for somebody to read it once more. */
export const winterCheckUp = (page: PageId, room: PictureRef): CampaignContent => ({
  ...newCampaign('Check-ups before winter', 'email'),
  to: { match: 'all', terms: [{ about: 'tag', is: 'first-visit' }] },
  consent: 'not-unsubscribed',
  when: { kind: 'morning', date: '2026-11-09', at: '09:00' },
  message: {
    kind: 'email',
    ...demoEmail(
      'Half an hour before the snow, {{ person.first_name | default: "and tea" }}?',
      'Six quiet afternoons are left in November',
      title('Six quiet afternoons are left'),
      words(`Hello {{ person.first_name | default: "there" }},

before the road to the quay is ice again, come and let us look. It takes half an hour, nothing is done that you did not ask for, and there is tea.`),
      press('Choose an afternoon', { kind: 'page', page }),
      (id) =>
        ({
          ...newEmailBlock('columns', id),
          wider: 'second',
          sides: [
            [
              {
                ...newEmailBlock('picture', `${id}-room`),
                ...{ picture: room, alt: 'The quiet room, with its two orange chairs' },
              },
            ],
            [
              words(
                `The quiet room has no dentist's chair in it. Sit by the window and ask what you like.`,
              )(`${id}-words`),
            ],
          ],
        }) as EmailBlock,
      words('Everyone at {{ client.name }}'),
    ),
  },
});
