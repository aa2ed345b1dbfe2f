import type { Term } from '@plumgate/core/conditions';
import { Command } from 'cmdk';
import { useMemo, useRef, useState, type ReactNode } from 'react';
import type { Askable } from './askable.ts';
import { offersFor } from './term-offers.ts';

/**
 * The box at the end of a sentence. What is typed is offered as parts; Enter takes the one that is marked, the arrows mark
 * another, and Backspace in the empty box takes the last part away.
 */
export function AddTerm({
  asks: { choices, abouts },
  find,
  onAdd,
  onTakeBack,
}: {
  asks: Askable;
  find?: { value: string; onChange: (value: string) => void };
  onAdd: (term: Term) => void;
  onTakeBack: () => void;
}) {
  const [own, setOwn] = useState('');
  const [isOpen, setOpen] = useState(false);
  const box = useRef<HTMLInputElement>(null);
  const typed = find ? find.value : own;
  const setTyped = find ? find.onChange : setOwn;
  const offers = useMemo(
    () => (isOpen ? offersFor(typed, choices, abouts) : []),
    [isOpen, typed, choices, abouts],
  );
  const take = (term: Term) => {
    onAdd(term);
    setTyped('');
    box.current?.focus();
  };
  const words = typed.trim();
  return (
    <Command
      shouldFilter={false}
      loop
      label={find ? 'Find people, or add a part' : 'Add a part'}
      className="relative min-w-48 flex-1"
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setOpen(false);
      }}
    >
      <Command.Input
        ref={box}
        {...(find && { type: 'search', 'data-find': true })}
        aria-label={
          find ? 'Find people, or add a part to the sentence' : 'Add a part to the sentence'
        }
        placeholder={find ? 'Find, or ask for: a tag, a source, not booked …' : 'and …'}
        className="h-8 w-full min-w-0 rounded-control bg-transparent px-1.5 outline-none placeholder:text-muted focus:bg-paper"
        value={typed}
        onValueChange={(text) => {
          setTyped(text);
          setOpen(true);
        }}
        onFocus={() => setOpen(true)}
        onClick={() => setOpen(true)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setOpen(false);
          if (event.key === 'Backspace' && typed === '') onTakeBack();
          if (!isOpen && event.key === 'ArrowDown') setOpen(true);
        }}
      />
      {isOpen && (
        <Command.List className="absolute top-full left-0 z-30 mt-1.5 max-h-96 w-96 max-w-[calc(100vw-32px)] overflow-auto rounded-card border border-strong-line bg-sheet p-1.5 text-sm shadow-lg">
          {find && words && (
            <Offer value="find" onSelect={() => take({ about: 'contact', contains: words })}>
              found by “{words}”
            </Offer>
          )}
          {offers.map(({ term, words: text }) => (
            <Offer key={text} value={text} onSelect={() => take(term)}>
              {text}
            </Offer>
          ))}
          {offers.length === 0 && !find && (
            <p className="px-2.5 py-1.5 text-muted">Nothing like that can be asked for.</p>
          )}
        </Command.List>
      )}
    </Command>
  );
}

const Offer = ({
  value,
  onSelect,
  children,
}: {
  value: string;
  onSelect: () => void;
  children: ReactNode;
}) => (
  <Command.Item
    value={value}
    className="cursor-pointer truncate rounded-md px-2.5 py-1.5 data-[selected=true]:bg-plum-tint"
    // The box keeps the focus while something is pressed.
    onMouseDown={(event) => event.preventDefault()}
    onSelect={onSelect}
  >
    {children}
  </Command.Item>
);
