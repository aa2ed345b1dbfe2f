import type { ConditionChoices } from '@plumgate/contract';
import { consentPurposes } from '@plumgate/core/basics';
import type { About, Operator, Term } from '@plumgate/core/conditions';
import { useId, type ReactNode } from 'react';
import { InlineField, InlineSelect } from '../../ui/field.tsx';
import { ComparisonFields, firstTest } from './comparison-fields.tsx';
import { dayOps, DayTestFields, momentOps } from './day-test-fields.tsx';
import { NamedSelect } from './named-select.tsx';
import { PagePartFields, WatchedFields } from './page-part-fields.tsx';

type TermOf<Kind extends About> = Extract<Term, { about: Kind }>;

interface Part<Kind extends About> {
  term: TermOf<Kind>;
  choices: ConditionChoices;
  today: string;
  onChange: (term: Term) => void;
}

/** Where each kind of term is chosen; a kind that core adds is missing here until it has fields. */
const fields: { [Kind in About]: ((part: Part<Kind>) => ReactNode) | null } = {
  tag: ({ term, choices, onChange }) => (
    <Typed
      label="Tag"
      value={term.is}
      among={choices.tags}
      onChange={(is) => onChange({ ...term, is: is.toLowerCase() })}
    />
  ),
  source: ({ term: { first, ...term }, choices, onChange }) => (
    <>
      <InlineSelect
        label="Which source"
        options={{ last: 'last from', first: 'first from' }}
        value={first ? 'first' : 'last'}
        onChange={(which) => onChange(which === 'first' ? { ...term, first: true } : term)}
      />
      <Typed
        label="Source"
        value={term.is}
        among={choices.sources}
        onChange={(is) => onChange({ ...term, ...(first && { first }), is })}
      />
    </>
  ),
  form: (part) => <Named {...part} label="Form" among={part.choices.form} />,
  page: (part) => <Named {...part} label="Page" among={part.choices.page} />,
  funnel: (part) => <Named {...part} label="Funnel" among={part.choices.funnel} />,
  answer: ({ term, choices, onChange }) => {
    const questions = choices.questions.filter(({ form }) => form === term.form);
    const question = questions.find(({ key }) => key === term.question);
    const ask = (form: string, key: string) => {
      const next = choices.questions.find((one) => one.form === form && one.key === key);
      if (next) onChange({ ...term, ...answerTo(next) });
    };
    return (
      <>
        <NamedSelect
          label="Form"
          among={choices.form}
          value={term.form}
          onChange={(form) =>
            ask(form, choices.questions.find((one) => one.form === form)?.key ?? '')
          }
        />
        <NamedSelect
          label="Question"
          among={questions.map(({ key, label }) => ({ id: key, name: label }))}
          value={term.question}
          onChange={(key) => ask(term.form, key)}
        />
        <ComparisonFields
          test={term.test}
          operators={operatorsOf(question?.kind ?? '', question?.offered ?? null)}
          offered={question?.offered ?? null}
          onChange={(test) => onChange({ ...term, test })}
        />
      </>
    );
  },
  field: ({ term, choices, onChange }) => {
    const field = choices.fields.find(({ key }) => key === term.field);
    return (
      <>
        <FieldSelect
          {...{ choices, value: term.field }}
          onChange={(key) => onChange(askField(choices, key))}
        />
        <ComparisonFields
          test={term.test}
          operators={operatorsOf(field?.type ?? '', offeredOf(field))}
          offered={offeredOf(field)}
          answered="is filled in"
          onChange={(test) => onChange({ ...term, test })}
        />
      </>
    );
  },
  date: ({ term, choices, today, onChange }) => (
    <>
      <FieldSelect
        {...{ choices, value: term.field }}
        onChange={(key) => onChange(askField(choices, key))}
      />
      <DayTestFields
        test={term.test}
        ops={dayOps}
        today={today}
        onChange={(test) => onChange({ ...term, test })}
      />
    </>
  ),
  town: ({ term, choices, onChange }) => (
    <Typed
      label="Town"
      value={term.is}
      among={choices.towns}
      onChange={(is) => onChange({ ...term, is })}
    />
  ),
  assignee: ({ term, choices, onChange }) => (
    <NamedSelect
      label="Assigned to"
      among={[{ id: '', name: 'nobody' }, ...choices.user]}
      value={term.is ?? ''}
      onChange={(is) => onChange({ ...term, is: (is || null) as never })}
    />
  ),
  booking: ({ term, choices, onChange }) => (
    <>
      <InlineSelect
        label="Booking"
        options={{
          booked: 'have booked',
          ahead: 'have a booking ahead',
          came: 'came',
          missed: 'missed a booking',
          moved: 'moved a booking',
          cancelled: 'canceled a booking',
        }}
        value={term.is}
        onChange={(is) => onChange({ ...term, is: is as TermOf<'booking'>['is'] })}
      />
      <NamedSelect
        label="Calendar"
        among={[{ id: '', name: 'in any calendar' }, ...choices.calendar]}
        value={term.calendar ?? ''}
        onChange={(calendar) => onChange({ ...term, calendar: (calendar || null) as never })}
      />
    </>
  ),
  sequence: ({ term, choices, onChange }) => (
    <>
      <InlineSelect
        label="Where in the sequence"
        options={{ in: 'are in', through: 'are through', ever: 'were ever in' }}
        value={term.state}
        onChange={(state) => onChange({ ...term, state: state as TermOf<'sequence'>['state'] })}
      />
      <Named term={term} onChange={onChange} label="Sequence" among={choices.sequence} />
    </>
  ),
  message: ({ term, onChange }) => (
    <InlineSelect
      label="Message"
      options={{
        'got-email': 'got an email',
        'got-text': 'got a text',
        opened: 'opened an email',
        clicked: 'followed a link in a message',
        answered: 'answered a message',
      }}
      value={term.is}
      onChange={(is) => onChange({ ...term, is: is as TermOf<'message'>['is'] })}
    />
  ),
  saw: (part) => <Named {...part} label="Page" among={part.choices.page} />,
  pressed: ({ term, choices, onChange }) => (
    <PagePartFields kind="button" settings={term} {...{ choices, onChange }} />
  ),
  watched: ({ term, choices, onChange }) => (
    <WatchedFields settings={term} {...{ choices, onChange }} />
  ),
  left: (part) => <Named {...part} label="Form" among={part.choices.form} />,
  consent: ({ term, onChange }) => (
    <InlineSelect
      label="Consent"
      options={consentPurposes}
      value={term.is}
      onChange={(is) => onChange({ ...term, is: is as TermOf<'consent'>['is'] })}
    />
  ),
  stage: (part) => <Named {...part} label="Stage" among={part.choices.stage} />,
  value: ({ term, onChange }) => (
    <>
      <InlineSelect
        label="Comparison"
        options={{ 'is-more-than': 'worth more than', 'is-less-than': 'worth less than' }}
        value={term.op}
        onChange={(op) => onChange({ ...term, op: op as TermOf<'value'>['op'] })}
      />
      <InlineField
        label="Value"
        type="number"
        className="w-28"
        value={term.value}
        onChange={(text) => text !== '' && onChange({ ...term, value: Number(text) })}
      />
    </>
  ),
  added: (part) => <Moment {...part} />,
  seen: (part) => <Moment {...part} />,
  waiting: null,
  known: null,
  open: null,
  contact: ({ term, onChange }) => (
    <InlineField
      label="Name, email, number or tag"
      className="min-w-0 flex-1"
      maxLength={200}
      value={term.contains}
      onChange={(contains) => onChange({ ...term, contains })}
    />
  ),
};

/** Where a term is chosen: whether it holds or not, and of what. */
export function TermFields(part: Part<About>) {
  const { term, onChange } = part;
  const Fields = fields[term.about] as ((part: Part<About>) => ReactNode) | null;
  const { not: _not, ...plain } = term;
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <InlineSelect
        label="Is or is not"
        options={{ is: 'Those', not: 'All but those' }}
        value={term.not ? 'not' : 'is'}
        onChange={(turned) =>
          onChange((turned === 'not' ? { ...plain, not: true } : plain) as Term)
        }
      />
      {Fields?.(part)}
    </div>
  );
}

/** A term that asks for a field, in the way that fits its type. */
export function askField(choices: ConditionChoices, key: string): Term {
  const field = choices.fields.find((one) => one.key === key);
  if (field?.type === 'date')
    return { about: 'date', field: key, test: { op: 'comes-round', days: 7 } };
  const offered = offeredOf(field);
  const [op = 'is-answered'] = operatorsOf(field?.type ?? '', offered);
  return { about: 'field', field: key, test: firstTest(op, offered) };
}

/** A term that asks for an answer to a question, in the way that fits it. */
export function answerTo({
  form,
  key,
  kind,
  offered,
}: ConditionChoices['questions'][number]): Pick<TermOf<'answer'>, 'form' | 'question' | 'test'> {
  const [op = 'is-answered'] = operatorsOf(kind, offered);
  return { form, question: key, test: firstTest(op, offered) };
}

function operatorsOf(kind: string, offered: readonly string[] | null): Operator[] {
  if (kind === 'file') return ['is-answered'];
  if (kind === 'number' || kind === 'money' || kind === 'rating')
    return ['is-more-than', 'is-less-than', 'is', 'is-answered'];
  if (offered) return ['is', 'is-one-of', 'is-answered'];
  return ['contains', 'is', 'is-answered'];
}

function offeredOf(field: ConditionChoices['fields'][number] | undefined): string[] | null {
  if (field?.type === 'yes-no') return ['yes', 'no'];
  return field?.type === 'choice' || field?.type === 'choices' ? field.options : null;
}

const FieldSelect = ({
  choices,
  value,
  onChange,
}: {
  choices: ConditionChoices;
  value: string;
  onChange: (key: string) => void;
}) => (
  <NamedSelect
    label="Field"
    among={choices.fields.map(({ key, name }) => ({ id: key, name }))}
    value={value}
    onChange={onChange}
  />
);

function Named<Of extends Term & { is: string }>({
  term,
  label,
  among,
  onChange,
}: {
  term: Of;
  label: string;
  among: { id: string; name: string }[];
  onChange: (term: Term) => void;
}) {
  return (
    <NamedSelect
      label={label}
      among={among}
      value={term.is}
      onChange={(is) => onChange({ ...term, is } as Term)}
    />
  );
}

const Moment = ({ term, today, onChange }: Part<'added'> | Part<'seen'>) => (
  <DayTestFields
    test={term.test}
    ops={momentOps}
    today={today}
    onChange={(test) => onChange({ ...term, test })}
  />
);

/** A word that may be any, with those that there are offered as it is typed. */
function Typed({
  label,
  value,
  among,
  onChange,
}: {
  label: string;
  value: string;
  among: readonly string[];
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <>
      <InlineField
        label={label}
        className="min-w-0 flex-1"
        maxLength={80}
        list={id}
        defaultValue={value}
        onChange={(text) => {
          if (text.trim()) onChange(text.trim());
        }}
      />
      <datalist id={id}>
        {among.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
    </>
  );
}
