import { api, type ClientSummary, type QuestionSummary } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import { useState } from 'react';
import { Link } from 'react-router';
import { Bar, BarChart, LabelList, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { dayText } from '../../ui/when.ts';

/** A form's answers question by question: bars and averages, and what people wrote. */
export function AnswersSummary({
  formId,
  from,
  client,
}: {
  formId: FormId;
  from: string | undefined;
  client: ClientSummary;
}) {
  const query = from ? { from } : {};
  const asked = useEndpoint(api.summarizeSubmissions, { params: { formId }, query });
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data) return <Skeleton />;
  const { submissions, questions } = asked.data;
  if (submissions === 0)
    return (
      <Empty title="No submissions yet">
        <p>Once somebody sends this form, its answers are summed up here.</p>
      </Empty>
    );
  return (
    <div className="grid items-start gap-4 px-6 py-4 max-md:px-4 lg:grid-cols-2">
      {questions.map((question) => (
        <QuestionCard key={question.key} question={question} of={submissions} client={client} />
      ))}
    </div>
  );
}

function QuestionCard({
  question,
  of,
  client,
}: {
  question: QuestionSummary;
  of: number;
  client: ClientSummary;
}) {
  const { label, answered, average, bars, texts } = question;
  return (
    <section className="grid content-start gap-2 rounded-control border border-line bg-sheet p-4">
      <h2 className="text-base break-words">{label}</h2>
      <p className="text-xs text-muted tabular-nums">
        {answered.toLocaleString('en-US')} of {of.toLocaleString('en-US')} answered
        {average !== null && (
          <>
            {' · '}
            <b className="text-ink">{average.toLocaleString('en-US')}</b> on average
          </>
        )}
      </p>
      {bars && bars.length > 0 && <Bars bars={bars} answered={answered} label={label} />}
      {texts.length > 0 && <Texts texts={texts} client={client} />}
    </section>
  );
}

const share = (count: number, of: number): string =>
  of > 0 ? `${Math.round((count / of) * 100)}%` : '0%';

/** A bar for each answer with its count, and its share of those who answered. Several choices may add up to more than all. */
function Bars({
  bars,
  answered,
  label,
}: {
  bars: NonNullable<QuestionSummary['bars']>;
  answered: number;
  label: string;
}) {
  const data = bars.map(({ answer, count }) => ({
    answer,
    count,
    words: `${count.toLocaleString('en-US')} · ${share(count, answered)}`,
  }));
  const height = data.length * 30 + 4;
  return (
    <figure>
      <div aria-hidden>
        <ResponsiveContainer width="100%" height={height} initialDimension={{ width: 480, height }}>
          <BarChart
            data={data}
            layout="vertical"
            margin={{ right: 76, left: 0, top: 0, bottom: 0 }}
          >
            <XAxis type="number" hide domain={[0, 'dataMax']} />
            <YAxis
              type="category"
              dataKey="answer"
              width={Math.min(132, 24 + Math.max(...data.map(({ answer }) => answer.length)) * 8)}
              tickLine={false}
              axisLine={false}
              interval={0}
              tick={{ fill: 'var(--color-ink)', fontSize: 13 }}
            />
            <Bar
              dataKey="count"
              fill="var(--color-plum)"
              radius={3}
              barSize={16}
              // Without a sliver, an answer that nobody gave would have no number.
              minPointSize={1}
              isAnimationActive={false}
            >
              <LabelList dataKey="words" position="right" fill="var(--color-ink)" fontSize={12} />
            </Bar>
          </BarChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="sr-only">
        {label}: {data.map(({ answer, words }) => `${answer}, ${words}`).join('; ')}
      </figcaption>
    </figure>
  );
}

const shownAtFirst = 5;

function Texts({ texts, client }: { texts: QuestionSummary['texts']; client: ClientSummary }) {
  const [showsAll, setShowsAll] = useState(false);
  const shown = showsAll ? texts : texts.slice(0, shownAtFirst);
  return (
    <>
      <ul className="grid gap-2">
        {shown.map(({ text, personId, receivedAt }, index) => (
          <li key={index} className="border-l-2 border-line pl-3 break-words">
            {text}{' '}
            <Link
              className="text-xs whitespace-nowrap text-muted hover:underline"
              to={`/${client.slug}/people/${personId}`}
            >
              {dayText(receivedAt, client.zone)}
            </Link>
          </li>
        ))}
      </ul>
      {texts.length > shown.length && (
        <Button
          size="small"
          look="quiet"
          className="justify-self-start"
          onClick={() => setShowsAll(true)}
        >
          Show all {texts.length}
        </Button>
      )}
    </>
  );
}
