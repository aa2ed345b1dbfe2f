import { zodResolver } from '@hookform/resolvers/zod';
import { api, type ClientSheet } from '@plumgate/contract';
import { currencyCodes, moneyWords, whenWords } from '@plumgate/core/basics';
import { addressLine, countries, localeOfCountry, type Facts } from '@plumgate/core/clients';
import { ClosedDays, Week } from '@plumgate/core/opening';
import { useRef } from 'react';
import { Controller, useForm, type UseFormReturn } from 'react-hook-form';
import { Temporal } from 'temporal-polyfill';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import { call, CallError } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { linesOf } from '../../ui/lines-of.ts';
import { AutosaveHead } from '../../ui/autosave-head.tsx';
import { Button } from '../../ui/button.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { Fold } from '../../ui/fold.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { todayIn } from '../../ui/when.ts';
import { LogoFields, type Logos } from '../pictures/logo-fields.tsx';
import { PictureList } from '../pictures/picture-list.tsx';
import { ArchiveClient } from './archive-client.tsx';
import { DaysOff } from './days-off.tsx';
import { PlaceField } from './place-field.tsx';
import { SetUpTabs } from '../clients/set-up-tabs.tsx';
import { useAutosave } from '../../ui/use-autosave.ts';
import { ZoneField } from '../../ui/zone-field.tsx';
import type { SheetChange } from './website/found-lines.ts';
import type { Taken } from './website/take-picks.ts';
import { WebsiteDialog } from './website/website-dialog.tsx';
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
  ...api.saveFacts.body.shape.facts.omit({
    areas: true,
    services: true,
    social: true,
    badges: true,
    photographs: true,
  }).shape,
  promiseMinutes: api.saveFacts.body.shape.facts.shape.promiseMinutes.unwrap(),
  closed: api.saveFacts.body.shape.facts.shape.closed.unwrap(),
  areas: z.string(),
  services: z.string(),
  social: z.string(),
  badges: z.string(),
  // Picked, not typed: nothing in them can be mistaken.
  photographs: z.custom<Facts['photographs']>(),
  logos: z.custom<Logos>(),
});

type Form = UseFormReturn<z.infer<typeof Typed>>;

const listNames = ['areas', 'services', 'social', 'badges'] as const;

/** The lists that are typed one line each. */
const listsOf = (typed: Record<(typeof listNames)[number], string>) =>
  Object.fromEntries(listNames.map((name) => [name, linesOf(typed[name])])) as Pick<
    Facts,
    (typeof listNames)[number]
  >;

/** Found lists as they are typed here. */
const typedLists = (found: SheetChange) =>
  listNames.flatMap((name) => (found[name] ? [[name, lines(found[name])] as const] : []));

const currentOf = ({ name, logos: _logos, ...typed }: z.infer<typeof Typed>) => ({
  name,
  facts: { ...typed, ...listsOf(typed) } as Facts,
});

function FactSheet({ sheet }: { sheet: ClientSheet }) {
  const refresh = useRefreshAll();
  const { areas, services, social, badges, ...facts } = sheet.facts as Facts;
  const { logo, logoOnDark } = sheet.brand;
  const form: Form = useForm({
    resolver: zodResolver(Typed),
    defaultValues: {
      name: sheet.name,
      ...facts,
      areas: lines(areas),
      services: lines(services),
      social: lines(social),
      badges: lines(badges),
      logos: { logo, logoOnDark },
    },
  });
  const begun = useRef(sheet);
  const { state, undo } = useAutosave(form, async ({ name, logos, ...typed }) => {
    const mine = { name, facts: { ...typed, ...listsOf(typed) } };
    const params = { clientId: sheet.id };
    const was = { name: begun.current.name, facts: begun.current.facts };
    const goOnFrom = (now: ClientSheet) => {
      takeOthers(form, was, mine, now);
      begun.current = now;
    };
    const saved = await call(api.saveFacts, { params, body: { ...mine, was } }).catch(
      async (error: unknown) => {
        if (isChangedElsewhere(error)) goOnFrom(await call(api.getClient, { params }));
        throw error;
      },
    );
    goOnFrom(saved);
    const { brand } = saved;
    // Only one that was changed here: another may have been chosen in the editor meanwhile.
    const isOther = logos.logo?.id !== logo?.id || logos.logoOnDark?.id !== logoOnDark?.id;
    if (isOther) await call(api.saveBrand, { params, body: { ...brand, ...logos } });
    await refresh();
  });
  const { errors } = form.formState;
  const [search, setSearch] = useSearchParams();
  const website = search.get('website');
  const take = ({ facts: found, logo: newLogo, photographs, problems }: Taken) => {
    const changed = { ...found, ...Object.fromEntries(typedLists(found)) };
    for (const [name, value] of Object.entries(changed))
      form.setValue(name as TextFact, value as string, { shouldDirty: true });
    if (newLogo) form.setValue('logos', { ...form.getValues('logos'), logo: newLogo });
    if (photographs.length > 0)
      form.setValue('photographs', [...form.getValues('photographs'), ...photographs].slice(0, 24));
    setSearch({}, { replace: true });
    void refresh();
    if (problems.length > 0) toast.error(`Not added: ${problems.join(' ')}`);
    else toast('Added from the website.');
  };
  return (
    <form noValidate onSubmit={(event) => event.preventDefault()}>
      {website !== null && (
        <WebsiteDialog
          sheet={sheet}
          current={currentOf(form.getValues())}
          begin={website}
          onTaken={take}
          onClose={() => setSearch({}, { replace: true })}
        />
      )}
      <PageHead title="Fact sheet" beside={<span className="text-muted">{sheet.site}</span>}>
        <AutosaveHead problem={errors.root?.message} state={state} undo={undo} />
        <Button onClick={() => setSearch({ website: '' })}>From their website</Button>
      </PageHead>
      <SetUpTabs slug={sheet.slug} />
      <p className="px-6 pt-4 text-muted max-md:px-4">
        Everything saves by itself. Live pages show a change when they are next published.
      </p>
      <div className="grid max-w-5xl gap-x-8 gap-y-4 p-6 max-md:p-4 md:grid-cols-3">
        <Contact form={form} />
        <Conventions form={form} />
        <Offer form={form} />
        <TimesAndPlace form={form} />
        <Proof form={form} />
        <div className="md:col-span-3">
          <ArchiveClient client={sheet} />
        </div>
      </div>
    </form>
  );
}

const isChangedElsewhere = (error: unknown): boolean =>
  error instanceof CallError && error.problem.code === 'changed-elsewhere';

interface NamedFacts {
  name: string;
  facts: Facts;
}

/** Shows what somebody else has changed meanwhile, but for what was changed here too. */
function takeOthers(form: Form, was: NamedFacts, mine: NamedFacts, now: NamedFacts): void {
  const flat = ({ name, facts }: NamedFacts): Record<string, unknown> => ({ name, ...facts });
  const json = (of: NamedFacts, part: string) => JSON.stringify(flat(of)[part]);
  for (const [part, value] of Object.entries(flat(now))) {
    if (json(mine, part) !== json(was, part) || json(now, part) === json(mine, part)) continue;
    const isList = (listNames as readonly string[]).includes(part);
    form.setValue(part as 'name', isList ? lines(value as string[]) : (value as string));
  }
}

type TextFact =
  | 'name'
  | 'trade'
  | 'phone'
  | 'email'
  | 'street'
  | 'town'
  | 'region'
  | 'postcode'
  | 'hours'
  | 'license';

function Fact({
  form,
  name,
  label,
  help,
}: {
  form: Form;
  name: TextFact;
  label: string;
  help?: string;
}) {
  return (
    <TextField
      label={label}
      error={form.formState.errors[name]?.message}
      {...(help && { help })}
      {...form.register(name)}
    />
  );
}

/** Who they are and how they are reached. */
function Contact({ form }: { form: Form }) {
  return (
    <>
      <Fact form={form} name="name" label="Name" />
      <Fact form={form} name="trade" label="Trade" />
      <Fact form={form} name="phone" label="Phone" help="Shown on pages as a number to tap" />
      <Fact form={form} name="email" label="Email" help="Where replies to messages go" />
      <Fact form={form} name="street" label="Street" />
      <Fact form={form} name="town" label="Town" />
      <Fact form={form} name="region" label="State or region" />
      <Fact form={form} name="postcode" label="ZIP or postal code" />
    </>
  );
}

/** How numbers, dates, money and times are written and read here. */
function Conventions({ form }: { form: Form }) {
  const { errors } = form.formState;
  const [locale, currency, zone] = form.watch(['locale', 'currency', 'zone']);
  return (
    <>
      <SelectField
        label="Country"
        help="How people write phone numbers here"
        error={errors.country?.message}
        options={countryNames}
        {...form.register('country')}
      />
      <SelectField
        label="Date and number format"
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
        zone={zone}
        error={errors.zone?.message}
        {...form.register('zone')}
      />
    </>
  );
}

/** What they offer, where, and what they promise. */
function Offer({ form }: { form: Form }) {
  return (
    <>
      <Fact form={form} name="hours" label="Opening hours, in words" />
      <Fact form={form} name="license" label="License or registration" />
      <TextField
        label="Answer new leads within, in minutes"
        type="number"
        min={5}
        help="Of opening hours. Today sorts who waits by it."
        error={form.formState.errors.promiseMinutes?.message}
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
    </>
  );
}

/** What pages show so that strangers trust them. */
function Proof({ form }: { form: Form }) {
  return (
    <>
      <LongField
        label="Badges"
        help="Memberships, insurance, years in business: one per line"
        rows={5}
        error={form.formState.errors.badges?.message}
        {...form.register('badges')}
      />
      <Controller
        control={form.control}
        name="logos"
        render={({ field: { value, onChange } }) => (
          <fieldset className="grid content-start gap-2">
            <legend className="mb-1 text-xs font-semibold">Logo</legend>
            {value.logo && (
              <img
                src={`/~/pictures/${value.logo.id}-480.webp`}
                alt="The logo"
                className="h-16 w-fit max-w-full rounded-control border border-line bg-sheet object-contain p-2"
              />
            )}
            <Fold summary={value.logo ? 'Change the logo' : 'Add a logo'}>
              <LogoFields
                logos={value}
                onChange={(changes) => onChange({ ...value, ...changes })}
              />
            </Fold>
          </fieldset>
        )}
      />
      <Controller
        control={form.control}
        name="photographs"
        render={({ field: { value, onChange } }) => (
          <fieldset className="grid content-start gap-2 md:col-span-2">
            <legend className="mb-1 text-xs font-semibold">Photographs</legend>
            <p className="text-xs text-muted">
              The crew, the van, the work. Templates use them in this order in place of their
              example pictures.
            </p>
            <PictureList isFolded items={value} onChange={onChange} />
          </fieldset>
        )}
      />
    </>
  );
}

function TimesAndPlace({ form }: { form: Form }) {
  const clock = useEndpoint(api.getClock, {}).data;
  const today = clock ? todayIn(clock.now, form.getValues('zone')) : '';
  return (
    <>
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
        name="closed"
        render={({ field: { value, onChange } }) => (
          <DaysOff
            days={value}
            today={today}
            onChange={onChange}
            problem={z.array(ClosedDays).safeParse(value).error?.issues[0]?.message}
          />
        )}
      />
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
    </>
  );
}
