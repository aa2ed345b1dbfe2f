import { tellsWho, type Question } from '@plumgate/core/forms';
import { withValues } from '@plumgate/core/basics';
import { Field, problemAt, typedIn } from '../field.tsx';
import { FormQuestions } from '../form-questions.tsx';
import { FormFrame } from '../form-frame.tsx';
import { usePage, type BlockView } from '../page-context.ts';
import { slotField, Times, timesCss } from '../times.tsx';
import { usePageStrings } from '../page-strings.ts';

export const booking: BlockView<'booking'> = {
  css: `${timesCss}
.who{margin-top:16px;border:1px solid #0002;border-radius:min(var(--corner),12px);padding:0 14px}
.who summary{padding:11px 0;cursor:pointer;overflow-wrap:anywhere}
.who .field:last-child{margin-bottom:14px}`,
  View: function Booking({ block }) {
    const page = usePage();
    const strings = usePageStrings();
    const form = page.forms[block.formId];
    const times = page.times(block.calendarId);
    if (!form || (!times && !page.editing)) return null;
    const data = {
      'data-calendar': block.calendarId,
      'data-slots': `/~/slots/${block.calendarId}`,
    } as const;
    return (
      <FormFrame block={block} form={form} data={data}>
        {(state, problems) => {
          const isKnown = (question: Question) =>
            // Not asked again of a visitor who has answered them.
            tellsWho(question) && page.known !== null && typedIn(state, question) !== '';
          const known = form.questions.filter(isKnown);
          const field = (question: Question) => (
            <Field
              key={question.id}
              block={block.id}
              question={question}
              typed={typedIn(state, question)}
              problem={problemAt(problems, question)}
            />
          );
          return (
            <>
              {times ? (
                <Times times={times} chosen={state.typed[slotField] ?? ''} wish={state.typed} />
              ) : (
                <p className="form-wrong">Choose a calendar for this block.</p>
              )}
              {known.length > 0 && (
                <details
                  className="who"
                  open={known.some((question) => problemAt(problems, question) !== undefined)}
                >
                  <summary>
                    {withValues(strings.booking.who, {
                      who: [page.known!.name, page.known!.email].filter(Boolean).join(', '),
                    })}
                  </summary>
                  {known.map(field)}
                </details>
              )}
              <FormQuestions
                block={block.id}
                form={form}
                state={state}
                problems={problems}
                except={isKnown}
              />
            </>
          );
        }}
      </FormFrame>
    );
  },
};
