import type { ComponentProps } from 'react';
import { SelectField } from './field.tsx';

/** Every zone that browsers know by name, such as `America/New_York`; the way to choose one, so that none is mistyped. */
const zones: readonly string[] = Intl.supportedValuesOf('timeZone');

/** A time zone. The letters of its name lead to it while the list has the focus. */
export function ZoneField({
  zone,
  ...rest
}: Omit<ComponentProps<typeof SelectField>, 'options'> & {
  /** The one that is chosen, which may be one that browsers know by another name. */
  zone: string;
}) {
  const names = [...new Set(zone ? [zone, ...zones] : zones)].sort();
  const options = Object.fromEntries(names.map((name) => [name, name.replaceAll('_', ' ')]));
  return <SelectField options={options} {...rest} />;
}
