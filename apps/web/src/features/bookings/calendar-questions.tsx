import {
  calendarQuestionKinds,
  type CalendarQuestion,
  type CalendarQuestionKind,
} from '@plumgate/core/booking';
import { Plus, Trash2 } from 'lucide-react';
import { Button, IconButton } from '../../ui/button.tsx';
import { LongField, SelectField, TextField, Tick } from '../../ui/field.tsx';
import { linesOf } from '../../ui/lines-of.ts';

/** What people are asked when they book, besides the page's own form. */
export function CalendarQuestions({
  questions,
  onChange,
}: {
  questions: CalendarQuestion[];
  onChange: (questions: CalendarQuestion[]) => void;
}) {
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">Questions</h2>
      <p className="text-muted">
        Asked on every page that offers these times, below its own form, and when you add a booking
        yourself. You find the answers with the booking.
      </p>
      {questions.map((question, index) => {
        const change = (changes: Partial<CalendarQuestion>) =>
          onChange(questions.with(index, { ...question, ...changes }));
        return (
          <div
            key={question.id}
            className="grid gap-2 rounded-control border border-line bg-sheet p-3"
          >
            <div className="flex items-end gap-2">
              <div className="flex-1">
                <TextField
                  label="Question"
                  value={question.label}
                  maxLength={160}
                  onChange={(event) => change({ label: event.target.value })}
                />
              </div>
              <IconButton
                label={`Remove ${question.label || 'this question'}`}
                onClick={() => onChange(questions.toSpliced(index, 1))}
              >
                <Trash2 />
              </IconButton>
            </div>
            <SelectField
              label="Answer"
              options={calendarQuestionKinds}
              value={question.kind}
              onChange={(event) =>
                change({ kind: event.target.value as CalendarQuestionKind, options: [] })
              }
            />
            {question.kind === 'choice' && (
              <LongField
                label="Answers to choose from, one in each line"
                defaultValue={question.options.join('\n')}
                onChange={(event) => change({ options: linesOf(event.target.value) })}
              />
            )}
            <Tick
              label="Must be answered"
              checked={question.required}
              onChange={(required) => change({ required })}
            />
          </div>
        );
      })}
      <div>
        <Button
          onClick={() =>
            onChange([
              ...questions,
              {
                ...{ id: crypto.randomUUID(), label: '', kind: 'line' },
                ...{ options: [], required: false },
              },
            ])
          }
        >
          <Plus className="size-4" aria-hidden /> Add a question
        </Button>
      </div>
    </section>
  );
}
