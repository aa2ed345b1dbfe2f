import type { SequenceContent } from '@plumgate/core/followup';
import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { quayside, serverOf, show } from '../../testing/show.tsx';
import { OptOutNotice } from './opt-out-notice.tsx';
import { newStep } from './steps.ts';
import { StepsBar } from './steps-bar.tsx';

const text = (body: string) => ({
  ...newStep('joined', 'after'),
  action: { kind: 'text' as const, body },
});
const content = (...steps: SequenceContent['steps']) =>
  ({ name: 'S', event: { kind: 'none' }, steps }) as unknown as SequenceContent;
afterEach(() => localStorage.clear());

function Harness({ start }: { start: SequenceContent }) {
  const [now, setNow] = useState(start);
  const [picked, setPicked] = useState(new Set([start.steps[0]!.id]));
  return (
    <>
      <StepsBar
        content={now}
        clientId={quayside.id}
        picked={picked}
        onPickNone={() => setPicked(new Set())}
        onChange={setNow}
      />
      <OptOutNotice content={now} onChange={setNow} />
      <p>
        {now.steps.map(({ action }) => (action.kind === 'text' ? action.body : '')).join(' | ')}
      </p>
    </>
  );
}

it('copies a step, and pastes it as often as it is asked for', () => {
  show(<Harness start={content(text('STOP ends it'), text('Two. STOP ends it'))} />, serverOf());
  fireEvent.click(screen.getByRole('button', { name: 'Copy' }));
  expect(screen.queryByRole('button', { name: 'Duplicate' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Paste 1 step' }));
  fireEvent.click(screen.getByRole('button', { name: 'Paste 1 step' }));
  expect(
    screen.getByText('STOP ends it | Two. STOP ends it | STOP ends it | STOP ends it'),
  ).toBeTruthy();
});

it('duplicates and removes what is picked', () => {
  const { unmount } = show(<Harness start={content(text('STOP a'), text('STOP b'))} />, serverOf());
  fireEvent.click(screen.getByRole('button', { name: 'Duplicate' }));
  expect(screen.getByText('STOP a | STOP b | STOP a')).toBeTruthy();
  unmount();
  show(<Harness start={content(text('STOP a'), text('STOP b'))} />, serverOf());
  fireEvent.click(screen.getByRole('button', { name: 'Remove' }));
  expect(screen.getByText('STOP b')).toBeTruthy();
});

it('finds the texts that do not say how to end them, and mends all in one press', () => {
  const long = 'a'.repeat(150);
  show(<Harness start={content(text('Sale'), text(long), text('STOP c'))} />, serverOf());
  expect(screen.getByText(/2 texts do not say how to end texts.*one part more/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: /Add “Reply STOP/ }));
  expect(screen.queryByText(/do not say/)).toBeNull();
  expect(screen.getByText(/^Sale Reply STOP to end texts\./)).toBeTruthy();
});
