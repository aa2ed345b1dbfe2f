import { api, type ClientSummary, type ConversionView } from '@plumgate/contract';
import { readMoney, type Cents } from '@plumgate/core/basics';
import {
  ConversionContent,
  credits,
  outcomeNames,
  type OutcomeKind,
  type OutcomeValue,
} from '@plumgate/core/conversions';
import { watchedShares, watchedWords, type WatchedShare } from '@plumgate/core/conditions';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Choice, SelectField, TextField, type Options } from '../../ui/field.tsx';
import { NumberField } from '../../ui/number-field.tsx';
import { optionsOf } from '../../ui/options-of.ts';
import { typedMoney } from '../../ui/whole-money.ts';
import type { OutcomeChoices } from './conversion-words.ts';

/** What counts, what it is worth, and which visit gets the credit. */
export function ConversionDialog({
  client,
  choices,
  conversion,
  onSaved,
  onClose,
}: {
  client: ClientSummary;
  choices: OutcomeChoices;
  /** The one that is changed; null for a new one. */
  conversion: ConversionView | null;
  onSaved: () => void;
  onClose: () => void;
}) {
  const [content, setContent] = useState<ConversionContent>(conversion?.content ?? usual);
  const [failure, setFailure] = useState<unknown>(null);
  const set = (changes: Partial<ConversionContent>) => setContent({ ...content, ...changes });
  const setRule = (changes: Partial<ConversionContent['rule']>) =>
    set({ rule: { ...content.rule, ...changes } });
  const { on, rule } = content;
  return (
    <Dialog
      title={conversion ? 'Conversion' : 'Count a conversion'}
      width="w-[520px]"
      onClose={onClose}
    >
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          const saving = conversion
            ? call(api.changeConversion, {
                params: { conversionId: conversion.conversionId },
                body: content,
              })
            : call(api.addConversion, { params: { clientId: client.id }, body: content });
          saving.then(onSaved, setFailure);
        }}
      >
        <TextField
          label="Name"
          autoFocus
          maxLength={60}
          value={content.name}
          onChange={({ target }) => set({ name: target.value })}
        />
        <div className="grid grid-cols-2 items-start gap-4 max-md:grid-cols-1">
          <SelectField
            label="What counts"
            options={outcomeNames}
            value={on.kind}
            onChange={({ target }) =>
              set({ on: firstOf(target.value as OutcomeKind['kind'], choices) })
            }
          />
          <Which on={on} choices={choices} onChange={(changed) => set({ on: changed })} />
        </div>
        <ValueFields
          value={content.value}
          currency={client.currency}
          onChange={(value) => set({ value })}
        />
        <Choice
          label="How often"
          value={rule.counts}
          options={{ once: 'Once a person', every: 'Every time' }}
          onChange={(counts) => setRule({ counts })}
        />
        <div className="grid grid-cols-2 items-start gap-4 max-md:grid-cols-1">
          <SelectField
            label="Which visit gets the credit"
            options={credits}
            value={rule.credit}
            onChange={({ target }) => setRule({ credit: target.value as typeof rule.credit })}
          />
          <NumberField
            label="Within so many days"
            min={1}
            max={90}
            value={rule.windowDays}
            onChange={(days) => setRule({ windowDays: days ?? 0 })}
          />
        </div>
        <DialogFoot
          does="Save"
          off={!ConversionContent.safeParse(content).success}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}

const usual: ConversionContent = {
  ...{ name: '', on: { kind: 'lead', form: null }, value: { kind: 'none' } },
  rule: { counts: 'once', windowDays: 30, credit: 'last' },
};

/** An outcome of a kind, of whatever there is first to name where something has to be named. */
function firstOf(kind: OutcomeKind['kind'], choices: OutcomeChoices): OutcomeKind {
  switch (kind) {
    case 'lead':
      return { kind, form: null };
    case 'booked':
    case 'came':
      return { kind, calendar: null };
    case 'stage':
      return { kind, stage: (choices.stage[0]?.id ?? '') as never };
    case 'page':
      return { kind, page: (choices.page[0]?.id ?? '') as never };
    case 'video': {
      const [video] = videosOf(choices);
      return { kind, page: video?.page as never, part: video?.id as never, share: 50 };
    }
    case 'file':
      return { kind, file: null };
    case 'redeemed':
      return { kind, pool: null };
    case 'call':
      return { kind };
  }
}

/** The videos of which it is told how much was watched. */
const videosOf = ({ parts }: OutcomeChoices) =>
  parts.filter(({ kind, isMeasured }) => kind === 'video' && isMeasured);

/** Which form, calendar, stage, page, video, file or voucher. */
function Which({
  on,
  choices,
  onChange,
}: {
  on: OutcomeKind;
  choices: OutcomeChoices;
  onChange: (on: OutcomeKind) => void;
}) {
  const field = (
    label: string,
    options: Options,
    id: string | null,
    change: (id: string) => OutcomeKind,
  ) => (
    <SelectField
      label={label}
      options={options}
      value={id ?? ''}
      onChange={({ target }) => onChange(change(target.value))}
    />
  );
  switch (on.kind) {
    case 'lead':
      return field('Which form', optionsOf(choices.form, 'Any form'), on.form, (id) => ({
        ...{ kind: 'lead', form: (id || null) as never },
      }));
    case 'booked':
    case 'came':
      return field(
        'Which calendar',
        optionsOf(choices.calendar, 'Any calendar'),
        on.calendar,
        (id) => ({
          ...{ kind: on.kind, calendar: (id || null) as never },
        }),
      );
    case 'stage':
      return field('Which stage', optionsOf(choices.stage), on.stage, (id) => ({
        ...{ kind: 'stage', stage: id as never },
      }));
    case 'page':
      return field('Which page', optionsOf(choices.page), on.page, (id) => ({
        ...{ kind: 'page', page: id as never },
      }));
    case 'video':
      return (
        <div className="grid gap-4">
          {field('Which video', videoNames(choices), on.part, (id) => {
            const video = videosOf(choices).find((one) => one.id === id);
            return { ...on, page: video?.page as never, part: id as never };
          })}
          <SelectField
            label="How much of it"
            options={watchedNames}
            value={on.share}
            onChange={({ target }) =>
              onChange({ ...on, share: Number(target.value) as WatchedShare })
            }
          />
        </div>
      );
    case 'file':
      return field('Which file', optionsOf(choices.file, 'Any file'), on.file, (id) => ({
        ...{ kind: 'file', file: (id || null) as never },
      }));
    case 'redeemed':
      return field('Which voucher', optionsOf(choices.pool, 'Any voucher'), on.pool, (id) => ({
        ...{ kind: 'redeemed', pool: (id || null) as never },
      }));
    case 'call':
      return null;
  }
}

/** By the page that each is on: videos are often called alike. */
function videoNames(choices: OutcomeChoices): Options {
  const videos = videosOf(choices).map(({ id, name, page }) => {
    const on = choices.page.find((one) => one.id === page)?.name;
    return [id, on ? `${name} (${on})` : name];
  });
  return Object.fromEntries(
    videos.length > 0 ? videos : [['', 'No page has a video of your own']],
  ) as Options;
}

const watchedNames = Object.fromEntries(
  watchedShares.map((share) => [share, `They ${watchedWords[share]} it`]),
);

const valueNames: Record<OutcomeValue['kind'], string> = {
  none: 'Not known',
  fixed: 'The same for each',
  person: 'What the person’s record says',
  share: 'A share of a job',
};

function ValueFields({
  value,
  currency,
  onChange,
}: {
  value: OutcomeValue;
  currency: string;
  onChange: (value: OutcomeValue) => void;
}) {
  const [text, setText] = useState('amount' in value ? typedMoney(value.amount, currency) : '');
  const money = readMoney(text, currency);
  const amountOf = (typed: string): Cents => {
    const read = readMoney(typed, currency);
    return (read.ok ? read.value.amount : 0) as Cents;
  };
  const take = (kind: OutcomeValue['kind']) => {
    const amount = amountOf(text);
    if (kind === 'fixed') return onChange({ kind, amount });
    if (kind === 'share') return onChange({ kind, percent: 25, amount });
    onChange({ kind });
  };
  return (
    <div className="grid grid-cols-2 items-start gap-4 max-md:grid-cols-1">
      <SelectField
        label="What one is worth"
        options={valueNames}
        value={value.kind}
        onChange={({ target }) => take(target.value as OutcomeValue['kind'])}
      />
      {'amount' in value && (
        <TextField
          label={value.kind === 'share' ? `A job, in ${currency}` : `Amount in ${currency}`}
          inputMode="decimal"
          value={text}
          error={text && !money.ok ? money.problem : undefined}
          onChange={({ target }) => {
            setText(target.value);
            onChange({ ...value, amount: amountOf(target.value) });
          }}
        />
      )}
      {value.kind === 'share' && (
        <NumberField
          label="Won of 100"
          min={1}
          max={100}
          value={value.percent}
          onChange={(percent) => onChange({ ...value, percent: percent ?? 0 })}
        />
      )}
    </div>
  );
}
