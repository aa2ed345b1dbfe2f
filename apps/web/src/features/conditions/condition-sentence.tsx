import { termNames } from '@plumgate/contract';
import {
  conditionsWords,
  isGroup,
  termWords,
  type Conditions,
  type Match,
  type Term,
  type TermGroup,
} from '@plumgate/core/conditions';
import { Plus, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Button, IconButton } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { AddTerm, type FindField } from './add-term.tsx';
import type { Askable } from './askable.ts';
import { TermFields } from './term-fields.tsx';

/**
 * Conditions as a sentence: each part is underlined and can be pressed, and the box at its end adds one. `find` makes that
 * box search as it is typed in, too.
 */
export function ConditionSentence({
  subject,
  conditions,
  asks,
  find,
  first = 'and …',
  onChange,
}: {
  /** "People", "Leads". */
  subject: string;
  conditions: Conditions;
  asks: Askable;
  find?: FindField;
  /** What the box says before there is a part. */
  first?: string;
  onChange: (conditions: Conditions) => void;
}) {
  const { terms, match } = conditions;
  const setTerms = (terms: Conditions['terms']) => onChange({ ...conditions, terms });
  return (
    <div className="flex flex-wrap items-center gap-x-1.5 gap-y-1 text-[15px]">
      <span>{subject}</span>
      {terms.map((part, index) => (
        <span key={index} className="inline-flex min-w-0 items-center">
          <PartOfSentence
            {...{ part, asks }}
            onChange={(next) =>
              setTerms(next ? terms.with(index, next) : terms.toSpliced(index, 1))
            }
          />
          {index < terms.length - 1 && (match === 'any' ? ' or' : ',')}
        </span>
      ))}
      {terms.length > 1 && (
        <InlineSelect
          label="How the parts go together"
          size="small"
          options={{ all: 'all of it', any: 'any of it', none: 'none of it' }}
          value={match}
          onChange={(next) => onChange({ ...conditions, match: next as Match })}
        />
      )}
      <AddTerm
        {...{ asks }}
        {...(find && { find })}
        {...(terms.length === 0 && { placeholder: first })}
        onAdd={(term) => setTerms([...terms, term])}
        onTakeBack={() => setTerms(terms.slice(0, -1))}
      />
    </div>
  );
}

/** One part, or several of which any is enough; pressed, it opens where it is changed. */
function PartOfSentence({
  part,
  asks,
  onChange,
}: {
  part: Term | TermGroup;
  asks: Askable;
  onChange: (part: Term | TermGroup | null) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const names = termNames(asks.choices);
  const terms = isGroup(part) ? part.terms : [part];
  const words = isGroup(part) ? conditionsWords(part, names) : termWords(part, names);
  const setAll = (next: Term[]) => {
    const [only] = next;
    if (!only) return onChange(null);
    const match = isGroup(part) ? part.match : 'any';
    onChange(next.length === 1 ? only : { match, terms: next });
  };
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Popover.Trigger className="max-w-full truncate border-b border-dashed border-plum font-semibold text-plum-dark hover:bg-plum-tint">
        {words || 'anybody'}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          aria-label={`Change: ${words}`}
          className="z-40 grid w-[440px] max-w-[calc(100vw-24px)] gap-2 rounded-card border border-strong-line bg-sheet p-3 shadow-lg"
        >
          {isGroup(part) && (
            <InlineSelect
              label="How these go together"
              className="justify-self-start"
              options={{ any: 'Any of these', all: 'All of these', none: 'None of these' }}
              value={part.match}
              onChange={(match) => onChange({ ...part, match: match as Match })}
            />
          )}
          {terms.map((term, index) => (
            <div key={index} className="flex items-start gap-1">
              <div className="min-w-0 flex-1">
                <TermFields
                  {...{ term, choices: asks.choices, today: asks.today }}
                  onChange={(next) => setAll(terms.with(index, next))}
                />
              </div>
              <IconButton
                label={`Remove: ${termWords(term, names)}`}
                onClick={() => setAll(terms.toSpliced(index, 1))}
              >
                <X />
              </IconButton>
            </div>
          ))}
          {terms.length < 20 && (
            <Button
              size="small"
              look="quiet"
              className="justify-self-start"
              onClick={() => setAll([...terms, terms.at(-1)!])}
            >
              <Plus className="size-4" /> Or another
            </Button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
