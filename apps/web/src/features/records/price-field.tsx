import { readMoney } from '@plumgate/core/basics';
import { useState } from 'react';
import { TextField } from '../../ui/field.tsx';
import { typedMoney } from '../../ui/whole-money.ts';

/** An amount of money as people type it; empty for none. What is no amount stays as typed, with what is wrong. */
export function PriceField({
  label,
  currency,
  amount,
  problem,
  onChange,
}: {
  label: string;
  currency: string;
  /** In minor units; null for none. */
  amount: number | null;
  problem?: string | undefined;
  onChange: (amount: number | null) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed?.trim() ? readMoney(typed, currency) : null;
  return (
    <TextField
      label={`${label}, ${currency}`}
      inputMode="decimal"
      value={typed ?? typedMoney(amount, currency)}
      error={read && !read.ok ? read.problem : problem}
      onChange={(event) => {
        const text = event.target.value;
        setTyped(text);
        const money = text.trim() ? readMoney(text, currency) : null;
        if (money === null) onChange(null);
        else if (money.ok) onChange(money.value.amount);
      }}
      onBlur={() => (read === null || read.ok) && setTyped(null)}
    />
  );
}
