import { zoneName } from '../../../ui/when.ts';
import type { EditorPage } from '@plumgate/contract';
import { homeParts, type Block, type BlockKindName, type BlockOf } from '@plumgate/core/page';
import { Link } from 'react-router';
import { Choice, LongField, SelectField, TextField, Tick } from '../../../ui/field.tsx';
import { IconField } from '../icons/icon-field.tsx';
import { MeasureField } from '../look/measure-field.tsx';
import { useEditor } from '../store.ts';
import { AddressField } from '../../../ui/address-field.tsx';
import { BeforeAfterSettings } from './before-after-settings.tsx';
import { BookingSettings } from './booking-settings.tsx';
import { ButtonSettings } from './button-settings.tsx';
import { FromRecords } from './from-records.tsx';
import { FormSettings } from './form-settings.tsx';
import { GallerySettings } from './gallery-settings.tsx';
import { ListSettings, type EntryShape } from './list-settings.tsx';
import { MapSettings } from './map-settings.tsx';
import { NavigationSettings } from './navigation-settings.tsx';
import { PictureSettings } from './picture-settings.tsx';
import { useSet } from './use-set.ts';
import { UsualTiles } from './usual-tiles.tsx';
import { VideoSettings } from './video-settings.tsx';

const entryShapes = {
  cards: {
    one: 'card',
    fields: [
      { field: 'title', label: 'Title' },
      { field: 'text', label: 'Text', long: true },
    ],
    picture: true,
    icon: true,
    most: 12,
  },
  'price-list': {
    one: 'row',
    fields: [
      { field: 'title', label: 'What it is' },
      { field: 'text', label: 'Text', long: true },
      { field: 'price', label: 'Price' },
    ],
    icon: true,
    most: 20,
  },
  figures: {
    one: 'figure',
    fields: [
      { field: 'figure', label: 'Figure' },
      { field: 'label', label: 'What it counts' },
    ],
    most: 6,
  },
  'numbered-steps': {
    one: 'step',
    fields: [
      { field: 'title', label: 'Title' },
      { field: 'text', label: 'Text', long: true },
    ],
    icon: true,
    most: 8,
  },
  reviews: {
    one: 'review',
    fields: [
      { field: 'who', label: 'Who said it' },
      { field: 'said', label: 'What they said', long: true },
      { field: 'source', label: 'Where they wrote it' },
    ],
    stars: true,
    picture: true,
    most: 12,
  },
  questions: {
    one: 'question',
    fields: [
      { field: 'question', label: 'Question' },
      { field: 'answer', label: 'Answer', long: true },
    ],
    most: 20,
  },
  team: {
    one: 'person',
    fields: [
      { field: 'name', label: 'Name' },
      { field: 'role', label: 'What they do' },
      { field: 'text', label: 'Text', long: true },
    ],
    picture: true,
    most: 12,
  },
} satisfies Partial<Record<BlockKindName, EntryShape>>;

/** A setting that one control is enough for. */
type Plain =
  | { as: 'line' | 'long'; setting: string; label: string; most: number; help?: string }
  | { as: 'lines'; setting: string; label: string; most: number }
  | { as: 'number'; setting: string; label: string; least: number; most: number; help?: string }
  | { as: 'choice'; setting: string; label: string; options: Record<string, string> }
  | { as: 'tick'; setting: string; label: string }
  | { as: 'address'; setting: string; label: string }
  | { as: 'note'; words: string };

const words = (setting: string, label: string, most: number): Plain => ({
  as: 'line',
  setting,
  label,
  most,
});
const note = (text: string): Plain => ({ as: 'note', words: text });

/** The settings of the kinds of block that plain controls are enough for. */
const plainSettings: Partial<Record<BlockKindName, Plain[]>> = {
  heading: [
    { as: 'long', setting: 'text', label: 'Text', most: 300 },
    {
      as: 'choice',
      setting: 'level',
      label: 'Size',
      options: { 1: 'Headline', 2: 'Section', 3: 'Small' },
    },
  ],
  text: [
    note('Write on the page itself: bold, links and lists are above it while you do.'),
    {
      as: 'choice',
      setting: 'size',
      label: 'Size',
      options: { small: 'Small', normal: 'Normal', lead: 'Lead' },
    },
  ],
  ticks: [{ as: 'lines', setting: 'items', label: 'Checklist, one per line', most: 12 }],
  badges: [{ as: 'lines', setting: 'items', label: 'Badges, one per line', most: 10 }],
  'call-button': [words('above', 'Line above', 80), words('label', 'Text', 80)],
  'call-bar': [
    note('Stays at the bottom of the screen on phones. Not shown on wide screens.'),
    words('label', 'Text', 60),
    words('besideLabel', 'Second button, if any', 60),
  ],
  chat: [
    words('label', 'Button', 60),
    { as: 'long', setting: 'greeting', label: 'Words above the questions', most: 300 },
    {
      as: 'choice',
      setting: 'stands',
      label: 'Where it stands',
      options: { edge: 'Lower edge of the screen', here: 'Here on the page' },
    },
    note(
      'What visitors write comes into Messages, Inbox. Answer there: they read it here, or by email if they have left.',
    ),
  ],
  'legal-footer': [
    { as: 'long', setting: 'text', label: 'Text', most: 1000 },
    { as: 'address', setting: 'privacyHref', label: 'Privacy page' },
  ],
  code: [
    {
      as: 'long',
      setting: 'html',
      label: 'Code',
      most: 20000,
      help: 'Runs in a frame of an origin of its own that can’t reach the page. Scripts run on the live page only.',
    },
    { as: 'number', setting: 'height', label: 'Height in pixels', least: 40, most: 2000 },
  ],
  'your-booking': [
    words('title', 'Title', 200),
    note(
      'Shows when and where, the calendar file and how to change it. People without a booking see nothing here.',
    ),
  ],
  areas: [words('title', 'Title', 120), note('The towns come from the fact sheet.')],
  offer: [
    words('above', 'Line above', 80),
    words('price', 'Price or offer', 40),
    words('below', 'Line below', 200),
  ],
  space: [
    {
      as: 'choice',
      setting: 'size',
      label: 'How much',
      options: { small: 'A little', medium: 'Some', large: 'A lot' },
    },
  ],
  map: [
    { as: 'number', setting: 'zoom', label: 'Zoom, 3 a country, 18 a house', least: 3, most: 18 },
    { as: 'number', setting: 'height', label: 'Height in pixels', least: 160, most: 640 },
    words('directions', 'Words of the link to directions', 60),
  ],
  hours: [
    words('title', 'Title', 120),
    { as: 'tick', setting: 'saysNow', label: 'Say whether it is open now' },
    note('The hours come from the fact sheet.'),
  ],
  social: [words('title', 'Title', 120), note('The addresses come from the fact sheet.')],
  listing: [
    { as: 'choice', setting: 'shows', label: 'Shows', options: homeParts },
    note('The home is chosen in the settings of the page; what is shown comes from its listing.'),
  ],
  homes: [
    { as: 'tick', setting: 'ofAgent', label: 'Only those of the same agent' },
    { as: 'number', setting: 'most', label: 'At most', least: 1, most: 24 },
    note('Homes that are for sale, the newest first, each with its page. Always as they are now.'),
  ],
  logo: [note('The client’s logo from the brand, or its mark and name.')],
  divider: [note('A divider line. It has no settings.')],
};

/** The settings of a block, by its kind. */
export function BlockSettings({ block, page }: { block: Block; page: EditorPage }) {
  switch (block.kind) {
    case 'picture':
      return <PictureSettings block={block} page={page} />;
    case 'gallery':
      return <GallerySettings block={block} page={page} />;
    case 'video':
      return <VideoSettings block={block} />;
    case 'button':
      return <ButtonSettings block={block} page={page} />;
    case 'form':
      return <FormSettings block={block} page={page} />;
    case 'booking':
      return <BookingSettings block={block} page={page} />;
    case 'navigation':
      return <NavigationSettings block={block} page={page} />;
    case 'countdown':
      return <CountdownSettings block={block} page={page} />;
    case 'cards':
    case 'price-list':
    case 'reviews':
    case 'team':
      return (
        <>
          <FromRecords block={block} page={page} />
          <ListSettings
            id={block.id}
            kind={block.kind}
            items={block.items}
            shape={entryShapes[block.kind]}
          />
          {block.kind === 'cards' && <UsualTiles block={block} />}
        </>
      );
    case 'before-after':
      return <BeforeAfterSettings block={block} />;
    case 'figures':
    case 'numbered-steps':
    case 'questions':
      return (
        <ListSettings
          id={block.id}
          kind={block.kind}
          items={block.items}
          shape={entryShapes[block.kind]}
        />
      );
    default:
      return (
        <>
          {block.kind === 'badges' && <FromRecords block={block} page={page} />}
          {block.kind === 'ticks' && <TickIcon block={block} />}
          {block.kind === 'logo' && <LogoWidths block={block} />}
          {block.kind === 'map' && <MapSettings block={block} page={page} />}
          {plainSettings[block.kind]?.map((one, index) => (
            <PlainSetting key={index} block={block} one={one} />
          ))}
          {block.kind === 'call-bar' && block.besideLabel && <BarBand block={block} />}
          {isFromFacts(block.kind) && (
            <Link
              className="font-semibold text-plum-dark hover:underline"
              to={`/${page.client.slug}/set-up`}
            >
              Open the fact sheet
            </Link>
          )}
        </>
      );
  }
}

const isFromFacts = (kind: BlockKindName) => ['areas', 'map', 'hours', 'social'].includes(kind);

function PlainSetting({ block, one }: { block: Block; one: Plain }) {
  const set = useSet(block.id);
  if (one.as === 'note') return <p className="text-muted">{one.words}</p>;
  const { setting, label } = one;
  const value = (block as unknown as Record<string, unknown>)[setting];
  switch (one.as) {
    case 'line':
    case 'long': {
      const Field = one.as === 'long' ? LongField : TextField;
      return (
        <Field
          label={label}
          maxLength={one.most}
          value={String(value)}
          {...(one.help && { help: one.help })}
          onChange={(event: { target: { value: string } }) =>
            set({ [setting]: event.target.value })
          }
        />
      );
    }
    case 'lines':
      return (
        <LongField
          label={label}
          rows={6}
          value={(value as string[]).join('\n')}
          onChange={(event) =>
            set({ [setting]: event.target.value.split('\n').slice(0, one.most) })
          }
        />
      );
    case 'number':
      return (
        <TextField
          label={label}
          type="number"
          min={one.least}
          max={one.most}
          value={Number(value)}
          onChange={(event) => set({ [setting]: Number(event.target.value) })}
        />
      );
    case 'choice':
      return (
        <Choice
          label={label}
          value={String(value)}
          options={one.options}
          onChange={(chosen) =>
            set({ [setting]: typeof value === 'number' ? Number(chosen) : chosen })
          }
        />
      );
    case 'tick':
      return (
        <Tick
          label={label}
          checked={Boolean(value)}
          onChange={(checked) => set({ [setting]: checked })}
        />
      );
    case 'address':
      return (
        <AddressField
          label={label}
          value={String(value)}
          mayBeEmpty
          onChange={(href) => set({ [setting]: href })}
        />
      );
  }
}

/** What stands before each line of a checklist. */
function TickIcon({ block }: { block: BlockOf<'ticks'> }) {
  const set = useSet(block.id);
  return (
    <IconField
      label="Icon"
      none="The brand’s tick"
      value={block.icon}
      onChange={(icon) => set({ icon })}
    />
  );
}

/** How wide the logo is, wide and on a phone. */
function LogoWidths({ block }: { block: BlockOf<'logo'> }) {
  const set = useSet(block.id);
  return (['width', 'phoneWidth'] as const).map((setting) => (
    <MeasureField
      key={setting}
      label={setting === 'width' ? 'Width of the logo' : 'On a phone'}
      first={setting === 'width' ? 'Brand' : 'Same'}
      unit="px"
      value={block[setting] ?? undefined}
      usual={block.width ?? 160}
      steps={{ Small: 100, Medium: 160, Large: 240 }}
      limits={[40, 480]}
      onChange={(value) => set({ [setting]: value ?? null })}
    />
  ));
}

/** Where the second button of a call bar leads. */
function BarBand({ block }: { block: BlockOf<'call-bar'> }) {
  const set = useSet(block.id);
  const bands = useEditor((state) => state.draft.page.bands);
  return (
    <SelectField
      label="The second button scrolls to"
      options={{
        '': 'Choose a band',
        ...Object.fromEntries(bands.map(({ id, name }) => [id, name || 'Band without a name'])),
      }}
      value={block.besideBand}
      onChange={(event) => set({ besideBand: event.target.value })}
    />
  );
}

/** The event that a countdown counts to, and where it is chosen. */
function EventCounted({ page }: { page: EditorPage }) {
  const id = useEditor((state) => state.draft.page.event);
  const event = page.around.calendars.find((one) => one.id === id)?.event;
  return (
    <p className="text-xs text-muted">
      {event
        ? `${event.fields.name}, ${event.fields.when}. It follows the event, wherever it moves.`
        : 'This page has no event yet. Choose one in the settings of the page.'}
    </p>
  );
}

function CountdownSettings({ block, page }: { block: BlockOf<'countdown'>; page: EditorPage }) {
  const set = useSet(block.id);
  return (
    <>
      <Choice
        label="Counts"
        value={block.counts}
        options={{ moment: 'To a moment', event: 'To the event', visit: 'From the first visit' }}
        onChange={(counts) => set({ counts })}
      />
      {block.counts === 'event' ? (
        <EventCounted page={page} />
      ) : block.counts === 'moment' ? (
        <TextField
          label="Counts to"
          type="datetime-local"
          value={block.until}
          help={zoneName(page.client.facts.zone)}
          onChange={(event) => set({ until: event.target.value })}
        />
      ) : (
        <TextField
          label="Minutes from the first visit"
          type="number"
          min={1}
          max={20160}
          value={block.minutes}
          help="Remembered in the visitor’s browser, so it does not restart on every visit"
          onChange={(event) => set({ minutes: Number(event.target.value) })}
        />
      )}
      <PlainSetting block={block} one={words('above', 'Line above', 120)} />
      <PlainSetting block={block} one={words('over', 'When it is over', 200)} />
    </>
  );
}
