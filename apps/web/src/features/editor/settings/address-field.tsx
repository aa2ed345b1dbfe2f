import { useState } from 'react';
import { TextField } from '../../../ui/field.tsx';

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
