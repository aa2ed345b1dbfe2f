import { api, type ProfileView } from '@plumgate/contract';
import { useEffect, useState } from 'react';
import { toString as drawn } from 'qrcode';
import { call, CallError } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { copyText } from '../../ui/copy-text.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Panel } from './panel.tsx';

type Step =
  | { kind: 'password'; turns: 'on' | 'off' }
  | { kind: 'code'; secret: string; uri: string }
  | { kind: 'codes'; codes: string[] };

/** A code of an authenticator app besides the password. */
export function SecondFactorPanel({ profile }: { profile: ProfileView }) {
  const [step, setStep] = useState<Step | null>(null);
  const { hasSecondFactor: isOn, recoveryCodesLeft: left } = profile;
  return (
    <Panel id="factor" title="Second factor">
      <p>
        {isOn ? (
          <>
            <Pill tone="leaf">On</Pill> Signing in asks for a code of your authenticator app.{' '}
            <span className={left < 3 ? 'font-semibold text-honey' : 'text-muted'}>
              {left} recovery {left === 1 ? 'code is' : 'codes are'} left.
            </span>
          </>
        ) : (
          'Signing in can ask for a code of an authenticator app as well: then a stolen password alone opens nothing.'
        )}
      </p>
      <div>
        <Button onClick={() => setStep({ kind: 'password', turns: isOn ? 'off' : 'on' })}>
          {isOn ? 'Turn off…' : 'Turn on…'}
        </Button>
      </div>
      {step?.kind === 'password' && (
        <AskPassword turns={step.turns} onStep={setStep} onClose={() => setStep(null)} />
      )}
      {step?.kind === 'code' && (
        <AskCode {...step} onStep={setStep} onClose={() => setStep(null)} />
      )}
      {step?.kind === 'codes' && <RecoveryCodes codes={step.codes} onClose={() => setStep(null)} />}
    </Panel>
  );
}

function AskPassword({
  turns,
  onStep,
  onClose,
}: {
  turns: 'on' | 'off';
  onStep: (step: Step | null) => void;
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const [current, setCurrent] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const problem = failure instanceof CallError ? failure.at('current') : undefined;
  const goOn = async () => {
    try {
      if (turns === 'on') {
        const begun = await call(api.beginSecondFactor, { body: { current } });
        return onStep({ kind: 'code', ...begun });
      }
      await call(api.endSecondFactor, { body: { current } });
      await refresh();
      onStep(null);
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title={`Turn the second factor ${turns}`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void goOn();
        }}
      >
        <TextField
          label="Your present password"
          type="password"
          autoComplete="current-password"
          autoFocus
          value={current}
          error={problem}
          onChange={({ target }) => setCurrent(target.value)}
        />
        <DialogFoot
          does={turns === 'on' ? 'Continue' : 'Turn off'}
          failure={problem ? null : failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}

function AskCode({
  secret,
  uri,
  onStep,
  onClose,
}: {
  secret: string;
  uri: string;
  onStep: (step: Step) => void;
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const [code, setCode] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const [picture, setPicture] = useState('');
  useEffect(() => {
    void drawn(uri, { type: 'svg', margin: 2 }).then(setPicture);
  }, [uri]);
  const confirm = async () => {
    try {
      const { recoveryCodes } = await call(api.confirmSecondFactor, { body: { code } });
      await refresh();
      onStep({ kind: 'codes', codes: recoveryCodes });
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Add Plum Gate to your authenticator app" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void confirm();
        }}
      >
        <p>Scan this with the app, then type the six digits that it shows.</p>
        <img
          alt="QR code for the authenticator app"
          className="mx-auto size-44"
          src={picture && `data:image/svg+xml,${encodeURIComponent(picture)}`}
        />
        <p className="text-xs break-all text-muted">
          Can’t scan it? Type this key into the app:{' '}
          <button type="button" className="font-mono" onClick={() => void copyText(secret)}>
            {secret.match(/.{1,4}/g)!.join(' ')}
          </button>
        </p>
        <TextField
          label="Code"
          inputMode="numeric"
          autoComplete="one-time-code"
          autoFocus
          value={code}
          onChange={({ target }) => setCode(target.value)}
        />
        <DialogFoot does="Turn on" failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}

function RecoveryCodes({ codes, onClose }: { codes: readonly string[]; onClose: () => void }) {
  return (
    <Dialog title="Your recovery codes" onClose={onClose}>
      <div className="grid gap-4">
        <p>
          Each of these signs you in once when the app is not at hand. Keep them where you keep your
          papers: they are not shown again.
        </p>
        <ul className="grid grid-cols-2 gap-1 rounded-control border border-line p-3 font-mono">
          {codes.map((code) => (
            <li key={code}>{code}</li>
          ))}
        </ul>
        <div className="flex justify-end gap-2">
          <Button onClick={() => void copyText(codes.join('\n'))}>Copy</Button>
          <Button look="main" onClick={onClose}>
            I have kept them
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
