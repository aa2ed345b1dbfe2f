import { zodResolver } from '@hookform/resolvers/zod';
import { api, type ClientSheet } from '@plumgate/contract';
import { currencyCodes, moneyWords, whenWords } from '@plumgate/core/basics';
import { addressLine, countries, localeOfCountry } from '@plumgate/core/clients';
import { Week } from '@plumgate/core/opening';
import { Controller, useForm } from 'react-hook-form';
import { toast } from 'sonner';
import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button } from '../../ui/button.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { PlaceField } from './place-field.tsx';
import { SetUpTabs } from './set-up-tabs.tsx';
import { ZoneField } from '../../ui/zone-field.tsx';
import { WeekHours } from './week-hours.tsx';

/** A client's facts, typed once for every page and message. */
export function FactSheetScreen() {
  const client = useClient();
  const sheet = useEndpoint(
    api.getClient,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (sheet.isError) return <Failed error={sheet.error} again={() => void sheet.refetch()} />;
  if (!sheet.data) return <Skeleton />;
  return <FactSheet key={sheet.data.id} sheet={sheet.data} />;
}

const lines = (list: string[]) => list.join('\n');
const toList = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
const weekProblem = (week: Week) => Week.safeParse(week).error?.issues[0]?.message;

/** Countries by their letters, in the order of their names. */
const countryNames = Object.fromEntries(
  countries()
    .map(
      (code) => [code, new Intl.DisplayNames('en', { type: 'region' }).of(code) ?? code] as const,
    )
    .sort((a, b) => a[1].localeCompare(b[1])),
);

/** Locales by the names of their countries, each with its most likely language. */
const localeNames = Object.fromEntries(
  Object.entries(countryNames).flatMap(([code, name]) => {
    const locale = localeOfCountry(code);
    return locale.endsWith(code) ? [[locale, `${name} (${locale})`]] : [];
  }),
) as Record<string, string>;
const currencyNames = Object.fromEntries(
  currencyCodes().map((code) => [
    code,
    `${new Intl.DisplayNames('en', { type: 'currency' }).of(code)} (${code})`,
  ]),
);

/** A date and an amount as they will read. */
const sampleOf = (locale: string, currency: string): string =>
  [
    whenWords(Temporal.Instant.from('2026-11-05T14:00:00Z'), 'UTC', locale),
    moneyWords({ amount: 125_000, currency }, locale),
  ].join(', ');

/** As typed: lists are one line each until they are kept. */
const Typed = z.object({
  name: api.saveFacts.body.shape.name,
  ...api.saveFacts.body.shape.facts.omit({ areas: true, services: true, social: true }).shape,
  areas: z.string(),
  services: z.string(),
  social: z.string(),
});

function FactSheet({ sheet }: { sheet: ClientSheet }) {
  const refresh = useRefreshAll();
  const { areas, services, social, ...facts } = sheet.facts;
  const form = useForm({
    resolver: zodResolver(Typed),
    defaultValues: {
      name: sheet.name,
      ...facts,
      areas: lines(areas),
      services: lines(services),
      social: lines(social),
    },
  });
  const { errors, isDirty, isSubmitting } = form.formState;
  const [locale, currency] = form.watch(['locale', 'currency']);
  const save = form.handleSubmit(async ({ name, areas, services, social, ...rest }) => {
    try {
      await call(api.saveFacts, {
        params: { clientId: sheet.id },
        body: {
          name,
          facts: {
            ...rest,
            areas: toList(areas),
            services: toList(services),
            social: toList(social),
          },
        },
      });
      form.reset(form.getValues());
      await refresh();
      toast('Saved. Live pages show it when they are next published.');
    } catch (error) {
      form.setError('root', { message: messageOf(error) });
    }
  });
  const field = (
    name: Exclude<
      keyof typeof facts,
      'week' | 'place' | 'country' | 'locale' | 'currency' | 'promiseMinutes'
    >,
    label: string,
    help?: string,
  ) => (
    <TextField
      label={label}
      error={errors[name]?.message}
      {...(help && { help })}
      {...form.register(name)}
    />
  );
  return (
    <form noValidate onSubmit={(event) => void save(event)}>
      <PageHead title="Fact sheet" beside={<span className="text-muted">{sheet.site}</span>}>
        {errors.root && (
          <p role="alert" className="font-semibold text-brick">
            {errors.root.message}
          </p>
        )}
        <Button look="main" type="submit" disabled={!isDirty || isSubmitting}>
          Save
        </Button>
      </PageHead>
      <SetUpTabs slug={sheet.slug} />
      <div className="grid max-w-5xl gap-x-8 gap-y-4 p-6 md:grid-cols-3">
        <TextField label="Name" error={errors.name?.message} {...form.register('name')} />
        {field('trade', 'Trade')}
        {field('phone', 'Phone', 'Shown on pages as a number to tap')}
        {field('email', 'Email', 'Where replies to messages go')}
        {field('street', 'Street')}
        {field('town', 'Town')}
        {field('region', 'State or region')}
        {field('postcode', 'ZIP or postal code')}
        <SelectField
          label="Country"
          help="How people write phone numbers here"
          error={errors.country?.message}
          options={countryNames}
          {...form.register('country')}
        />
        <SelectField
          label="Dates and numbers as in"
          help={`In messages: ${sampleOf(locale, currency)}`}
          error={errors.locale?.message}
          options={localeNames}
          {...form.register('locale')}
        />
        <SelectField
          label="Currency"
          error={errors.currency?.message}
          options={currencyNames}
          {...form.register('currency')}
        />
        <ZoneField
          label="Time zone"
          zone={form.watch('zone')}
          error={errors.zone?.message}
          {...form.register('zone')}
        />
        {field('hours', 'Opening hours, in words')}
        {field('license', 'License or registration')}
        <TextField
          label="Answer new leads within, in minutes"
          type="number"
          min={5}
          help="Of opening hours. Today sorts who waits by it."
          error={errors.promiseMinutes?.message}
          {...form.register('promiseMinutes', { valueAsNumber: true })}
        />
        <LongField label="Areas served" help="One per line" rows={7} {...form.register('areas')} />
        <LongField label="Services" help="One per line" rows={7} {...form.register('services')} />
        <LongField
          label="Social links"
          help="Full addresses, one per line"
          rows={7}
          {...form.register('social')}
        />
        <div className="md:col-span-2">
          <Controller
            control={form.control}
            name="week"
            render={({ field: { value, onChange } }) => (
              <WeekHours week={value} onChange={onChange} problem={weekProblem(value)} />
            )}
          />
        </div>
        <Controller
          control={form.control}
          name="place"
          render={({ field: { value, onChange } }) => (
            <PlaceField
              place={value}
              address={() => addressLine(form.getValues() as never)}
              onChange={onChange}
            />
          )}
        />
      </div>
    </form>
  );
}
