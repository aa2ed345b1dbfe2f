import { emailFromText } from '@plumgate/core/emails';
import { Injectable } from '@nestjs/common';
import type { Instant, SubmissionId } from '@plumgate/core/basics';
import { truncate } from '@plumgate/core/basics';
import { answerFields, labelledAnswers, type Answers } from '@plumgate/core/forms';
import { pageWords } from '@plumgate/core/languages';
import { withoutLinks, type MergeContext } from '@plumgate/core/messages';
import { phoneKey, type ContactDetails } from '@plumgate/core/people';
import type { Consequences } from '../../records/causes/consequences.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { Messenger, nameFor } from '../messages/messenger.ts';
import type { Incoming } from './incoming.ts';

/** A lead that messages go out about. */
export interface ToldLead {
  incoming: Incoming;
  answers: Answers;
  client: ClientRow;
  person: PersonRow;
  details: ContactDetails;
  /** Addresses that the rules notify, beside the form's own. */
  notify: readonly string[];
  /** Numbers that the rules text. */
  notifyTexts: readonly string[];
  submission: SubmissionId;
  /** Other answers under a key that was used before. */
  isChange: boolean;
  at: Instant;
}

/** The addresses and numbers of the business that hear of a lead, each once. */
export interface Notices {
  subject: string;
  addresses: readonly string[];
  numbers: readonly string[];
}

/** How much of the answers a text to the business has room for. */
const mostInText = 300;

/** The messages that a submission itself sets off: to the business, and a copy to its sender. */
@Injectable()
export class LeadMessages {
  constructor(private readonly messenger: Messenger) {}

  /** Who of the business is told of a lead, and under which subject. */
  noticesOf(lead: ToldLead): Notices {
    return {
      subject: this.subject(lead),
      addresses: [...new Set([...lead.incoming.form.notify, ...lead.notify])],
      numbers: numbersOf(lead),
    };
  }

  /** The form's own subject where it has one. */
  private subject(lead: ToldLead): string {
    const { incoming, person, isChange } = lead;
    const own = this.own(lead, incoming.form.notice.subject);
    if (own && !isChange) return own;
    return withoutLinks(
      `${isChange ? 'Changed answers' : 'New lead'}: ${nameFor(person)}, ${incoming.form.name}`,
    );
  }

  /** Tells the business who wrote and what they said; an answer to the email goes to the person. */
  notify(effects: Consequences, lead: ToldLead, { subject, addresses, numbers }: Notices): void {
    const { incoming, client, person, submission, at } = lead;
    const answers = withoutLinks(linesOf(lead).join('\n'));
    const base = { client, at, person, submission };
    const body = [
      this.opening(lead),
      answers,
      `Page: ${incoming.pageName}\nSource: ${withoutLinks(incoming.source)}`,
    ].join('\n\n');
    for (const to of addresses)
      this.messenger.notify(effects, {
        ...base,
        ...{ to, key: `tell:${submission}:${to}`, subject, body },
      });
    const text = `${subject}\n${truncate(answers, mostInText)}`;
    for (const number of numbers)
      this.messenger.notifyByText(effects, {
        ...base,
        ...{ to: number, key: `tell:${submission}:${number}`, body: text },
      });
  }

  /** Sends the lead a copy of their answers, in the language of the page. */
  sendCopy(effects: Consequences, lead: ToldLead): void {
    const { incoming, client, person, details, submission, at } = lead;
    if (!incoming.form.sendsCopy || !details.email || person.mailRefusedAt) return;
    const { copy } = pageWords(incoming.language);
    const context: MergeContext = {
      ...this.messenger.personIn(person, client),
      answers: { all: linesOf(lead).join('\n') },
    };
    this.messenger.emailPerson(
      effects,
      {
        ...{ client, person: { ...person, email: details.email }, at, context },
        ...{ key: `copy:${submission}`, from: incoming.form.name, submission },
      },
      emailFromText(copy),
    );
  }

  private opening(lead: ToldLead): string {
    if (lead.isChange)
      return 'Someone changed answers they had sent before. Rules and follow-up did not run again.';
    return this.own(lead, lead.incoming.form.notice.body) || 'A new lead has arrived.';
  }

  /** The form's own words with their merge fields filled; empty for none. */
  private own({ client, person, answers }: ToldLead, template: string): string {
    if (!template.trim()) return '';
    return this.messenger.fill(client, template, {
      ...this.messenger.personIn(person, client),
      answers: answerFields(answers),
    });
  }
}

/** The form's numbers in E.164 by the client's country, each once; what is no number is left out. */
function numbersOf({ incoming, client, notifyTexts }: ToldLead): string[] {
  const keys = [...incoming.form.notice.texts, ...notifyTexts].map((text) =>
    phoneKey(text, client.facts.country),
  );
  return [...new Set(keys)].filter((key) => key !== null);
}

const linesOf = ({ incoming, answers }: ToldLead): string[] =>
  labelledAnswers(incoming.form, answers, incoming.country).map(
    ({ question, answer }) => `${question}: ${answer}`,
  );
