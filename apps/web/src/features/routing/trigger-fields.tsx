import type { ConditionChoices } from '@plumgate/contract';
import { triggerKinds, type BookingTurn, type RuleTrigger } from '@plumgate/core/routing';
import type { ReactNode } from 'react';
import { InlineSelect } from '../../ui/field.tsx';
import { NamedSelect } from '../conditions/named-select.tsx';
import { firstPart, PagePartFields, WatchedFields } from '../conditions/page-part-fields.tsx';

type Kind = RuleTrigger['kind'];
type TriggerOf<Of extends Kind> = Extract<RuleTrigger, { kind: Of }>;

interface Part<Of extends Kind> {
  trigger: TriggerOf<Of>;
  choices: ConditionChoices;
  onChange: (trigger: RuleTrigger) => void;
}

/** A kind of trigger in the editor: what a new one starts with, and where its settings are chosen. */
interface TriggerPart<Of extends Kind> {
  /** Null where the client has nothing that it could wait for. */
  starter: (choices: ConditionChoices) => Omit<TriggerOf<Of>, 'kind'> | null;
  fields: (part: Part<Of>) => ReactNode;
}

const ofBooking: TriggerPart<BookingTurn> = {
  starter: ({ calendar }) => (calendar.length > 0 ? { calendar: null } : null),
  fields: ({ trigger, choices, onChange }) => (
    <NamedSelect
      label="Calendar"
      among={[{ id: '', name: 'in any calendar' }, ...choices.calendar]}
      value={trigger.calendar ?? ''}
      onChange={(calendar) => onChange({ ...trigger, calendar: (calendar || null) as never })}
    />
  ),
};

/** The part of each kind of trigger; a kind that core adds is missing here until it has one. */
const parts: { [Of in Kind]: TriggerPart<Of> } = {
  saw: {
    starter: ({ page: [first] }) => (first ? { page: first.id as never } : null),
    fields: ({ trigger, choices, onChange }) => (
      <NamedSelect
        label="Page"
        among={choices.page}
        value={trigger.page}
        onChange={(page) => onChange({ ...trigger, page: page as never })}
      />
    ),
  },
  pressed: {
    starter: (choices) => firstPart(choices, 'button') as never,
    fields: ({ trigger, choices, onChange }) => (
      <PagePartFields kind="button" settings={trigger} {...{ choices, onChange }} />
    ),
  },
  watched: {
    starter: (choices) => {
      const first = firstPart(choices, 'video');
      return first && ({ ...first, share: 0 } as never);
    },
    fields: ({ trigger, choices, onChange }) => (
      <WatchedFields settings={trigger} {...{ choices, onChange }} />
    ),
  },
  left: {
    starter: ({ form: [first] }) => (first ? { form: first.id as never } : null),
    fields: ({ trigger, choices, onChange }) => (
      <NamedSelect
        label="Form"
        among={choices.form}
        value={trigger.form}
        onChange={(form) => onChange({ ...trigger, form: form as never })}
      />
    ),
  },
  booked: ofBooking as TriggerPart<'booked'>,
  moved: ofBooking as TriggerPart<'moved'>,
  cancelled: ofBooking as TriggerPart<'cancelled'>,
  came: ofBooking as TriggerPart<'came'>,
  missed: ofBooking as TriggerPart<'missed'>,
};

const arrives = 'arrives';

/** What sets a rule off: a lead that arrives, or something that somebody does on a page or with a booking. */
export function TriggerFields({
  trigger,
  choices,
  onChange,
}: {
  trigger: RuleTrigger | undefined;
  choices: ConditionChoices;
  onChange: (trigger: RuleTrigger | undefined) => void;
}) {
  const offered = (Object.keys(triggerKinds) as Kind[]).filter(
    (kind) => kind === trigger?.kind || parts[kind].starter(choices),
  );
  const options: Record<string, string> = {
    [arrives]: 'a lead arrives',
    ...Object.fromEntries(offered.map((kind) => [kind, `somebody ${triggerKinds[kind].label}`])),
  };
  const choose = (kind: string) =>
    onChange(
      kind === arrives
        ? undefined
        : ({ kind, ...parts[kind as Kind].starter(choices) } as RuleTrigger),
    );
  const Fields = trigger && (parts[trigger.kind].fields as (part: Part<Kind>) => ReactNode);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span>When</span>
      <InlineSelect
        label="When"
        options={options}
        value={trigger?.kind ?? arrives}
        onChange={choose}
      />
      {trigger && (
        <div className="flex basis-full flex-wrap gap-2 *:min-w-36">
          {Fields?.({ trigger, choices, onChange })}
        </div>
      )}
      {trigger && (
        <InlineSelect
          label="How often"
          options={{ once: 'once per person', each: 'each time' }}
          value={trigger.each ? 'each' : 'once'}
          onChange={(often) => onChange(withOften(trigger, often === 'each'))}
        />
      )}
    </div>
  );
}

function withOften({ each: _before, ...trigger }: RuleTrigger, each: boolean): RuleTrigger {
  return { ...trigger, ...(each && { each }) } as RuleTrigger;
}
