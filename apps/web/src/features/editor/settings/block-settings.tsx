import type { EditorPage } from '@plumgate/contract';
import { type Block, type BlockOf, type ButtonAction } from '@plumgate/core/page';
import { useState } from 'react';
import { Choice, LongField, SelectField, TextField } from '../../../ui/field.tsx';
import { useEditor } from '../store.ts';
import { BookingSettings } from './booking-settings.tsx';
import { ListSettings, type EntryShape } from './list-settings.tsx';
import { FormSettings } from './form-settings.tsx';
import { PictureSettings } from './picture-settings.tsx';
import { useSet } from './use-set.ts';

const aligns = { start: 'At the start', centre: 'Centred' } as const;

const entryShapes: Record<'cards' | 'numbered-steps' | 'reviews' | 'questions', EntryShape> = {
  cards: {
    one: 'card',
    short: { field: 'title', label: 'Title' },
    long: { field: 'text', label: 'Words' },
    most: 12,
  },
  'numbered-steps': {
    one: 'step',
    short: { field: 'title', label: 'Title' },
    long: { field: 'text', label: 'Words' },
    most: 8,
  },
  reviews: {
    one: 'review',
    short: { field: 'who', label: 'Who said it' },
    long: { field: 'said', label: 'What they said' },
    most: 12,
  },
  questions: {
    one: 'question',
    short: { field: 'question', label: 'Question' },
    long: { field: 'answer', label: 'Answer' },
    most: 20,
  },
};

/** Where a block's words stand in its column. */
function PlaceChoice({ block }: { block: { id: string; align: keyof typeof aligns } }) {
  const set = useSet(block.id);
  return (
    <Choice
      label="Place"
      value={block.align}
      options={aligns}
      onChange={(align) => set({ align })}
    />
  );
}

/** The settings of a block, by its kind. */
export function BlockSettings({ block, page }: { block: Block; page: EditorPage }) {
  const set = useSet(block.id);
  switch (block.kind) {
    case 'heading':
      return (
        <>
          <LongField
            label="Words"
            maxLength={300}
            value={block.text}
            onChange={(event) => set({ text: event.target.value })}
          />
          <Choice
            label="Size"
            value={String(block.level) as '1' | '2' | '3'}
            options={{ '1': 'Headline', '2': 'Section', '3': 'Small' }}
            onChange={(level) => set({ level: Number(level) })}
          />
          <PlaceChoice block={block} />
        </>
      );
    case 'text':
      return (
        <>
          <LongField
            label="Words"
            rows={6}
            maxLength={6000}
            value={block.text}
            onChange={(event) => set({ text: event.target.value })}
          />
          <Choice
            label="Size"
            value={block.size}
            options={{ small: 'Small', normal: 'Normal', lead: 'Lead' }}
            onChange={(size) => set({ size })}
          />
          <PlaceChoice block={block} />
        </>
      );
    case 'ticks':
      return (
        <LongField
          label="Ticks, one on each line"
          rows={6}
          value={block.items.join('\n')}
          onChange={(event) => set({ items: event.target.value.split('\n').slice(0, 12) })}
        />
      );
    case 'picture':
      return <PictureSettings block={block} clientId={page.client.id} />;
    case 'button':
      return <ButtonSettings block={block} />;
    case 'form':
      return <FormSettings block={block} page={page} />;
    case 'call-button':
      return (
        <>
          <TextField
            label="Line above"
            maxLength={80}
            value={block.above}
            onChange={(event) => set({ above: event.target.value })}
          />
          <TextField
            label="Words"
            maxLength={80}
            value={block.label}
            help={`Calls ${page.client.facts.phone || 'the number on the fact sheet, which is empty'}`}
            onChange={(event) => set({ label: event.target.value })}
          />
          <PlaceChoice block={block} />
        </>
      );
    case 'legal-footer':
      return (
        <>
          <LongField
            label="Words"
            rows={4}
            maxLength={1000}
            value={block.text}
            onChange={(event) => set({ text: event.target.value })}
          />
          <AddressField
            label="Privacy page"
            value={block.privacyHref}
            mayBeEmpty
            onChange={(privacyHref) => set({ privacyHref })}
          />
        </>
      );
    case 'code':
      return (
        <>
          <LongField
            label="Code"
            rows={10}
            className="font-mono"
            maxLength={20000}
            value={block.html}
            help="Runs in a frame of its own that can’t reach the page. Scripts run on the live page only."
            onChange={(event) => set({ html: event.target.value })}
          />
          <TextField
            label="Height in pixels"
            type="number"
            min={40}
            max={2000}
            value={block.height}
            onChange={(event) => set({ height: Number(event.target.value) })}
          />
        </>
      );
    case 'booking':
      return <BookingSettings block={block} page={page} />;
    case 'your-booking':
      return (
        <>
          <TextField
            label="Title"
            maxLength={200}
            value={block.title}
            onChange={(event) => set({ title: event.target.value })}
          />
          <p className="text-muted">
            Shows when and where, the calendar file and the way to change it. Somebody who has not
            booked sees nothing here.
          </p>
        </>
      );
    case 'countdown':
      return (
        <>
          <TextField
            label="Counts to"
            type="datetime-local"
            value={block.until}
            help={`Wall time in ${page.client.facts.zone}`}
            onChange={(event) => set({ until: event.target.value })}
          />
          <TextField
            label="Line above"
            maxLength={120}
            value={block.above}
            onChange={(event) => set({ above: event.target.value })}
          />
          <TextField
            label="When it is over"
            maxLength={200}
            value={block.over}
            onChange={(event) => set({ over: event.target.value })}
          />
          <PlaceChoice block={block} />
        </>
      );
    case 'cards':
    case 'numbered-steps':
    case 'reviews':
    case 'questions':
      return <ListSettings id={block.id} items={block.items} shape={entryShapes[block.kind]} />;
    case 'badges':
      return (
        <LongField
          label="Badges, one on each line"
          rows={5}
          value={block.items.join('\n')}
          onChange={(event) => set({ items: event.target.value.split('\n').slice(0, 10) })}
        />
      );
    case 'areas':
      return (
        <>
          <TextField
            label="Title"
            maxLength={120}
            value={block.title}
            onChange={(event) => set({ title: event.target.value })}
          />
          <p className="text-muted">
            The towns come from the fact sheet, typed once for every page.
          </p>
        </>
      );
    case 'offer':
      return (
        <>
          {(['above', 'price', 'below'] as const).map((setting) => (
            <TextField
              key={setting}
              label={{ above: 'Line above', price: 'Price or offer', below: 'Line below' }[setting]}
              value={block[setting]}
              onChange={(event) => set({ [setting]: event.target.value })}
            />
          ))}
          <PlaceChoice block={block} />
        </>
      );
    case 'space':
      return (
        <Choice
          label="How much"
          value={block.size}
          options={{ small: 'A little', medium: 'Some', large: 'A lot' }}
          onChange={(size) => set({ size })}
        />
      );
    case 'logo':
      return (
        <p className="text-muted">The client’s mark and name, from the brand and the fact sheet.</p>
      );
    case 'divider':
      return <p className="text-muted">A line across. It has nothing to set.</p>;
  }
}

function ButtonSettings({ block }: { block: BlockOf<'button'> }) {
  const set = useSet(block.id);
  const bands = useEditor((state) => state.draft.page.bands);
  const kinds: Record<ButtonAction['kind'], string> = {
    'next-step': 'Goes to the next step',
    scroll: 'Scrolls to a band',
    address: 'Opens an address',
  };
  const actions: Record<ButtonAction['kind'], ButtonAction> = {
    'next-step': { kind: 'next-step' },
    scroll: { kind: 'scroll', band: bands[0]?.id ?? 'top' },
    address: { kind: 'address', href: 'https://example.com' },
  };
  return (
    <>
      <TextField
        label="Words"
        maxLength={80}
        value={block.label}
        onChange={(event) => set({ label: event.target.value })}
      />
      <SelectField
        label="What it does"
        options={kinds}
        value={block.action.kind}
        onChange={(event) => set({ action: actions[event.target.value as ButtonAction['kind']] })}
      />
      {block.action.kind === 'scroll' && (
        <SelectField
          label="Band"
          options={Object.fromEntries(
            bands.map((band) => [band.id, band.name || 'Band without a name']),
          )}
          value={block.action.band}
          onChange={(event) => set({ action: { kind: 'scroll', band: event.target.value } })}
        />
      )}
      {block.action.kind === 'address' && (
        <AddressField
          label="Address"
          value={block.action.href}
          onChange={(href) => set({ action: { kind: 'address', href } })}
        />
      )}
      <Choice
        label="Look"
        value={block.look}
        options={{ solid: 'Solid', outline: 'Outline' }}
        onChange={(look) => set({ look })}
      />
      <PlaceChoice block={block} />
    </>
  );
}

const goodAddress = /^(?:https?:\/\/|mailto:|tel:)\S+$/i;

/** An address takes effect once it is whole; until then it stays as typed, with what is missing said below. */
export function AddressField({
  label,
  value,
  mayBeEmpty = false,
  onChange,
}: {
  label: string;
  value: string;
  mayBeEmpty?: boolean;
  onChange: (href: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  const good = goodAddress.test(typed) || (mayBeEmpty && typed === '');
  return (
    <TextField
      label={label}
      value={typed}
      error={good ? undefined : 'Give a full address that begins with https://'}
      onChange={(event) => {
        const href = event.target.value.trim();
        setTyped(href);
        if (goodAddress.test(href) || (mayBeEmpty && href === '')) onChange(href);
      }}
    />
  );
}
