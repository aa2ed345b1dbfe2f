import type { Term } from '@plumgate/core/conditions';
import { useId, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import type { Askable } from './askable.ts';
import { offersFor } from './term-offers.ts';

/** The box that also finds people by what is typed into it. */
export interface FindField {
  value: string;
  onChange: (value: string) => void;
}

/**
 * The box at the end of a sentence. What is typed is offered as parts; Enter takes the one that is marked, the arrows mark
 * another, and Backspace in the empty box takes the last part away.
 */
export function AddTerm({
  asks: { choices, abouts },
  find,
  placeholder = 'and …',
  onAdd,
  onTakeBack,
}: {
  asks: Askable;
  find?: FindField;
  placeholder?: string;
  onAdd: (term: Term) => void;
  onTakeBack: () => void;
}) {
  const [own, setOwn] = useState('');
  const [isOpen, setOpen] = useState(false);
  // Nothing is marked before something is typed, so that Enter takes nothing by chance.
  const [marked, setMarked] = useState(-1);
  const id = useId();
  const box = useRef<HTMLInputElement>(null);
  const typed = find ? find.value : own;
  const setTyped = (text: string) => {
    (find ? find.onChange : setOwn)(text);
    setMarked(text.trim() ? 0 : -1);
  };
  const words = typed.trim();
  const offers = useMemo(() => {
    if (!isOpen) return [];
    const contact: Term = { about: 'contact', contains: words };
    const asFound = find && words ? [{ term: contact, words: `found by “${words}”` }] : [];
    return [...asFound, ...offersFor(words, choices, abouts)];
  }, [isOpen, words, choices, abouts, find]);
  const take = (index: number) => {
    const offer = offers[index];
    if (!offer) return;
    onAdd(offer.term);
    setTyped('');
    box.current?.focus();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (event.key === 'Escape') setOpen(false);
    else if (event.key === 'Backspace' && typed === '') onTakeBack();
    else if (event.key === 'Enter' && isOpen) {
      event.preventDefault();
      take(marked);
    } else if (by) {
      event.preventDefault();
      if (isOpen)
        setMarked(
          (Math.max(marked, by > 0 ? -1 : 0) + by + offers.length) % Math.max(1, offers.length),
        );
      setOpen(true);
    }
  };
  const label = find ? 'Find people, or add a part to the sentence' : 'Add a part to the sentence';
  return (
    <div
      className="relative min-w-48 flex-1"
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setOpen(false);
      }}
    >
      <input
        ref={box}
        {...(find && { 'data-find': true })}
        role="combobox"
        aria-label={label}
        aria-expanded={isOpen}
        aria-controls={`${id}-offers`}
        aria-autocomplete="list"
        aria-activedescendant={isOpen && offers[marked] ? `${id}-${marked}` : undefined}
        autoComplete="off"
        placeholder={find ? 'Find, or ask for: a tag, a source, not booked …' : placeholder}
        className="h-8 w-full min-w-0 rounded-control bg-transparent px-1.5 placeholder:text-muted focus:bg-paper"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setOpen(true);
        }}
        onFocus={() => setOpen(true)}
        onClick={() => setOpen(true)}
        onKeyDown={onKeyDown}
      />
      {isOpen && (
        <ul
          role="listbox"
          id={`${id}-offers`}
          aria-label="Parts that can be added"
          className="absolute top-full left-0 z-30 mt-1.5 max-h-96 w-96 max-w-[calc(100vw-32px)] overflow-auto rounded-card border border-strong-line bg-sheet p-1.5 text-sm shadow-lg"
        >
          {offers.map((offer, index) => (
            <Offer
              key={offer.words}
              id={`${id}-${index}`}
              isMarked={index === marked}
              onMark={() => setMarked(index)}
              onPress={() => take(index)}
            >
              {offer.words}
            </Offer>
          ))}
          {offers.length === 0 && (
            <li className="px-2.5 py-1.5 text-muted">Nothing like that can be asked for.</li>
          )}
        </ul>
      )}
    </div>
  );
}

const Offer = ({
  id,
  isMarked,
  onMark,
  onPress,
  children,
}: {
  id: string;
  isMarked: boolean;
  onMark: () => void;
  onPress: () => void;
  children: ReactNode;
}) => (
  <li
    id={id}
    role="option"
    aria-selected={isMarked}
    ref={(element) => {
      if (isMarked) element?.scrollIntoView?.({ block: 'nearest' });
    }}
    className={`cursor-pointer truncate rounded-md px-2.5 py-1.5 ${isMarked ? 'bg-plum-tint' : ''}`}
    onMouseEnter={onMark}
    // The box keeps the focus while something is pressed.
    onMouseDown={(event) => event.preventDefault()}
    onClick={onPress}
  >
    {children}
  </li>
);
