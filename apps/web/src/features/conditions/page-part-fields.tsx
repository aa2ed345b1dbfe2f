import type { ConditionChoices } from '@plumgate/contract';
import { phonePart, watchedWords, type WatchedShare } from '@plumgate/core/conditions';
import { InlineSelect } from '../../ui/field.tsx';
import { NamedSelect } from './named-select.tsx';

/** A button or a video of a page. */
export interface PagePartSettings {
  page: string;
  part: string;
}
export type WatchedSettings = PagePartSettings & { share: WatchedShare };

type Kind = 'button' | 'video';

/** What can be pressed or watched on a page: its buttons with any phone number, or its videos. */
const partsOn = ({ parts }: ConditionChoices, kind: Kind, page: string) => [
  ...parts.filter((one) => one.page === page && one.kind === kind),
  ...(kind === 'button' ? [{ id: phonePart, name: 'any phone number' }] : []),
];

/** The pages on which something can be pressed or watched. */
const pagesWith = (choices: ConditionChoices, kind: Kind) =>
  choices.page.filter(({ id }) => partsOn(choices, kind, id).length > 0);

/** The first button or video that there is to ask about; null where no page has one. */
export function firstPart(choices: ConditionChoices, kind: Kind): PagePartSettings | null {
  // A page with a button of its own before one that has phone numbers at most.
  const found = choices.parts.find((one) => one.kind === kind);
  const page = found?.page ?? pagesWith(choices, kind)[0]?.id;
  return page ? { page, part: found?.id ?? phonePart } : null;
}

/** Where a button or a video is chosen: the page first. */
export function PagePartFields<Settings extends PagePartSettings>({
  kind,
  settings,
  choices,
  onChange,
}: {
  kind: Kind;
  settings: Settings;
  choices: ConditionChoices;
  onChange: (settings: Settings) => void;
}) {
  return (
    <>
      <NamedSelect
        label="Page"
        among={pagesWith(choices, kind)}
        value={settings.page}
        onChange={(page) =>
          onChange({ ...settings, page, part: partsOn(choices, kind, page)[0]?.id ?? '' })
        }
      />
      <NamedSelect
        label={kind === 'button' ? 'Button' : 'Video'}
        among={partsOn(choices, kind, settings.page)}
        value={settings.part}
        onChange={(part) => onChange({ ...settings, part })}
      />
    </>
  );
}

/** Where a video is chosen, and how much of it was watched, as far as that is told. */
export function WatchedFields<Settings extends WatchedSettings>({
  settings,
  choices,
  onChange,
}: {
  settings: Settings;
  choices: ConditionChoices;
  onChange: (settings: Settings) => void;
}) {
  const isMeasured = (one: PagePartSettings) =>
    choices.parts.some(
      ({ page, id, isMeasured: is }) => page === one.page && id === one.part && is,
    );
  const options: Record<string, string> = isMeasured(settings)
    ? watchedWords
    : { 0: watchedWords[0] };
  return (
    <>
      <InlineSelect
        label="How much of it"
        options={options}
        value={String(settings.share)}
        onChange={(share) => onChange({ ...settings, share: Number(share) as WatchedShare })}
      />
      <PagePartFields
        kind="video"
        {...{ settings, choices }}
        onChange={(next) => onChange(isMeasured(next) ? next : { ...next, share: 0 })}
      />
      {!isMeasured(settings) && (
        <p className="basis-full text-[13px] text-muted">
          Another site plays this video, so all that is known is that it was started.
        </p>
      )}
    </>
  );
}
