import { useState } from 'react';
import { TextField } from './field.tsx';

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
  const [unfinished, setUnfinished] = useState<string | null>(null);
  const isWhole = (href: string) => goodAddress.test(href) || (mayBeEmpty && href === '');
  const typed = unfinished ?? value;
  return (
    <TextField
      label={label}
      value={typed}
      error={isWhole(typed) ? undefined : 'Give a full address that begins with https://'}
      onChange={(event) => {
        const href = event.target.value.trim();
        setUnfinished(isWhole(href) ? null : href);
        if (isWhole(href)) onChange(href);
      }}
    />
  );
}
