import { consentPurposes, type ConsentPurpose } from '@plumgate/core/basics';
import {
  hasLimits,
  hasOptions,
  isText,
  textPatterns,
  uploadKinds,
  type HiddenValue,
  type Question,
  type UploadKind,
  type UploadSettings,
} from '@plumgate/core/forms';
import { useEffect, useState } from 'react';
import { Choice, LongField, SelectField, TextField } from '../../../ui/field.tsx';

export interface SettingProps {
  question: Question;
  onChange: (changes: Partial<Question>) => void;
}

/** What only a question of its kind has: answers, a scale, a purpose, where a hidden value comes from. */
export function KindFields({ question, onChange }: SettingProps) {
  if (hasOptions(question)) return <OptionFields question={question} onChange={onChange} />;
  switch (question.kind) {
    case 'rating':
      return <ScaleFields question={question} onChange={onChange} />;
    case 'consent':
      return (
        <SelectField
          label="What it is for"
          options={consentPurposes}
          value={question.purpose}
          help="The exact words, the time and the page are kept with every submission."
          onChange={(event) => onChange({ purpose: event.target.value as ConsentPurpose })}
        />
      );
    case 'file':
      return <UploadFields upload={question.upload} onChange={(upload) => onChange({ upload })} />;
    case 'hidden':
      return <HiddenFields fill={question.fill} onChange={(fill) => onChange({ fill })} />;
    default:
      return null;
  }
}

function OptionFields({ question, onChange }: SettingProps) {
  const { kind, display, options } = question;
  return (
    <>
      <LongField
        label="Answers, one per line"
        rows={5}
        value={options.join('\n')}
        onChange={(event) => onChange({ options: event.target.value.split('\n').slice(0, 40) })}
      />
      {kind === 'choice' ? (
        <Choice
          label="Shown as"
          options={{ dropdown: 'Dropdown', list: 'List', buttons: 'Buttons' }}
          value={display}
          onChange={(next) => onChange({ display: next })}
        />
      ) : (
        <Choice
          label="Shown as"
          options={{ list: 'List', buttons: 'Buttons' }}
          value={display === 'buttons' ? 'buttons' : 'list'}
          onChange={(next) => onChange({ display: next })}
        />
      )}
    </>
  );
}

function ScaleFields({ question: { scale }, onChange }: SettingProps) {
  const set = (changes: Partial<Question['scale']>) =>
    onChange({ scale: { ...scale, ...changes } });
  return (
    <>
      <Choice
        label="Scale"
        options={{ '1-5': '1 to 5', '0-10': '0 to 10' }}
        value={scale.steps}
        onChange={(steps) => set({ steps })}
      />
      <TextField
        label="Words at the low end"
        placeholder="Not at all"
        maxLength={60}
        value={scale.low}
        onChange={(event) => set({ low: event.target.value })}
      />
      <TextField
        label="Words at the high end"
        placeholder="Very much"
        maxLength={60}
        value={scale.high}
        onChange={(event) => set({ high: event.target.value })}
      />
    </>
  );
}

/** Which files a question takes. */
function UploadFields({
  upload,
  onChange,
}: {
  upload: UploadSettings;
  onChange: (upload: UploadSettings) => void;
}) {
  const numbers = (most: number, unit = '') =>
    Object.fromEntries(
      Array.from({ length: most }, (_, index) => [index + 1, `${index + 1}${unit}`]),
    );
  return (
    <>
      <SelectField
        label="Takes"
        help="Read from what is in the file, whatever it is called. Only people who are signed in can open it."
        options={Object.fromEntries(
          Object.entries(uploadKinds).map(([kind, { label }]) => [kind, label]),
        )}
        value={upload.takes}
        onChange={(event) => onChange({ ...upload, takes: event.target.value as UploadKind })}
      />
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label="Files at most"
          options={numbers(10)}
          value={upload.most}
          onChange={(event) => onChange({ ...upload, most: Number(event.target.value) })}
        />
        <SelectField
          label="Each at most"
          options={numbers(20, ' MB')}
          value={upload.megabytes}
          onChange={(event) => onChange({ ...upload, megabytes: Number(event.target.value) })}
        />
      </div>
    </>
  );
}

const sources: Record<HiddenValue['from'], { label: string; fill: HiddenValue }> = {
  words: { label: 'Fixed words', fill: { from: 'words', words: '' } },
  address: {
    label: 'A field of the page’s address',
    fill: { from: 'address', name: 'utm_campaign' },
  },
  page: { label: 'The page', fill: { from: 'page', what: 'name' } },
  visit: { label: 'The visit', fill: { from: 'visit', what: 'source' } },
};

/** Where a hidden value comes from. */
function HiddenFields({
  fill,
  onChange,
}: {
  fill: HiddenValue;
  onChange: (fill: HiddenValue) => void;
}) {
  return (
    <>
      <SelectField
        label="Where it comes from"
        options={Object.fromEntries(
          Object.entries(sources).map(([from, { label }]) => [from, label]),
        )}
        value={fill.from}
        help="Visitors don’t see it. It is filled in as the form arrives."
        onChange={(event) => onChange(sources[event.target.value as HiddenValue['from']].fill)}
      />
      {fill.from === 'words' && (
        <TextField
          label="Words"
          maxLength={200}
          value={fill.words}
          onChange={(event) => onChange({ from: 'words', words: event.target.value })}
        />
      )}
      {fill.from === 'address' && (
        <TextField
          label="Name of the field"
          help={`From “campaign”, an address that ends with ?campaign=mail gives “mail”.`}
          maxLength={60}
          value={fill.name}
          onChange={(event) => onChange({ from: 'address', name: event.target.value })}
        />
      )}
      {fill.from === 'page' && (
        <SelectField
          label="Which"
          options={{ name: 'Its name', address: 'Its address', language: 'Its language' }}
          value={fill.what}
          onChange={(event) => onChange({ from: 'page', what: event.target.value as 'name' })}
        />
      )}
      {fill.from === 'visit' && (
        <SelectField
          label="Which"
          options={{ source: 'Its source', device: 'Phone or wide screen' }}
          value={fill.what}
          onChange={(event) => onChange({ from: 'visit', what: event.target.value as 'source' })}
        />
      )}
    </>
  );
}

/** What an answer has to keep to, for the kinds that can be too short, too high or too many. */
export function LimitFields({ question, onChange }: SettingProps) {
  if (!hasLimits(question)) return null;
  const { limits } = question;
  const set = (changes: Partial<Question['limits']>) =>
    onChange({ limits: { ...limits, ...changes } });
  const counted = isText(question)
    ? 'characters'
    : question.kind === 'choices'
      ? 'answers'
      : 'number';
  const [least, most] =
    counted === 'number'
      ? ['Lowest number', 'Highest number']
      : [`Fewest ${counted}`, `Most ${counted}`];
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <LimitField
          label={least!}
          value={limits.least}
          onChange={(value) => set({ least: value })}
        />
        <LimitField label={most!} value={limits.most} onChange={(value) => set({ most: value })} />
      </div>
      {isText(question) && (
        <SelectField
          label="Has to be"
          options={{
            '': 'Anything',
            ...Object.fromEntries(
              Object.entries(textPatterns).map(([pattern, { label }]) => [pattern, label]),
            ),
          }}
          value={limits.pattern ?? ''}
          onChange={(event) =>
            set({ pattern: (event.target.value || null) as Question['limits']['pattern'] })
          }
        />
      )}
    </>
  );
}

/** A number that may be left empty; it takes effect once it is one. */
function LimitField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number | null;
  onChange: (value: number | null) => void;
}) {
  const [typed, setTyped] = useState(String(value ?? ''));
  useEffect(
    () => setTyped((now) => (numberIn(now) === value ? now : String(value ?? ''))),
    [value],
  );
  return (
    <TextField
      label={label}
      inputMode="decimal"
      value={typed}
      error={numberIn(typed) === undefined ? 'Give a number, or leave it empty.' : undefined}
      onChange={(event) => {
        setTyped(event.target.value);
        const number = numberIn(event.target.value);
        if (number !== undefined) onChange(number);
      }}
    />
  );
}

/** The number of a text, null of an empty one; undefined where it is none. */
function numberIn(text: string): number | null | undefined {
  if (text.trim() === '') return null;
  const number = Number(text);
  return Number.isFinite(number) ? number : undefined;
}
