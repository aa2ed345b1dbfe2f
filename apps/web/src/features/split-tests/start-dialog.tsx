import { api, type TestView } from '@plumgate/contract';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Tick } from '../../ui/field.tsx';
import { VariationPictures } from './variation-pictures.tsx';

/** Asks that both widths be looked at before visitors see a variation: a headline that fits wide may break on a phone. */
export function StartDialog({
  test,
  onStarted,
  onClose,
}: {
  test: TestView;
  onStarted: () => void;
  onClose: () => void;
}) {
  const [hasLooked, setLooked] = useState(false);
  const [failure, setFailure] = useState<unknown>(null);
  return (
    <Dialog title="Before the test starts" width="w-[740px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          call(api.startTest, { params: { testId: test.testId } }).then(onStarted, setFailure);
        }}
      >
        <VariationPictures test={test} />
        <Tick
          label="I have looked at both widths"
          help="Most visitors hold a phone. Each sees one variation, always the same."
          checked={hasLooked}
          onChange={setLooked}
        />
        <DialogFoot does="Start now" off={!hasLooked} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
