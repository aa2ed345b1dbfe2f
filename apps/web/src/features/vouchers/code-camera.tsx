import { useEffect, useRef, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { codeReader } from './code-reader.ts';

/** How often a picture is looked at, in ms. */
const lookMs = 200;

/** What the camera sees, until it sees a code. */
export function CodeCamera({
  onCode,
  onClose,
}: {
  onCode: (code: string) => void;
  onClose: () => void;
}) {
  const video = useRef<HTMLVideoElement>(null);
  const found = useRef(onCode);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    found.current = onCode;
  });
  useEffect(() => {
    let isOver = false;
    let stream: MediaStream | undefined;
    const look = async () => {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      const [element, read] = [video.current, await codeReader()];
      if (!element || isOver) return;
      element.srcObject = stream;
      await element.play();
      while (!isOver) {
        const code = await read(element);
        if (code && !isOver) {
          isOver = true;
          found.current(code);
        }
        await new Promise((resolve) => setTimeout(resolve, lookMs));
      }
    };
    look()
      .catch((error: unknown) => {
        if (!isOver) setProblem(whyNot(error));
      })
      .finally(() => {
        if (isOver) stop(stream);
      });
    return () => {
      isOver = true;
      stop(stream);
    };
  }, []);
  return (
    <div className="grid gap-2">
      {problem ? (
        <p role="alert" className="font-semibold text-brick">
          {problem}
        </p>
      ) : (
        <video
          ref={video}
          muted
          playsInline
          aria-label="Camera"
          className="aspect-video w-full rounded-card bg-ink object-cover"
        />
      )}
      <Button className="w-fit" onClick={onClose}>
        {problem ? 'Type the code instead' : 'Stop the camera'}
      </Button>
    </div>
  );
}

const stop = (stream: MediaStream | undefined): void =>
  stream?.getTracks().forEach((track) => track.stop());

const whyNot = (error: unknown): string =>
  (error as { name?: string }).name === 'NotAllowedError'
    ? 'The browser may not use the camera. Allow it beside the address, or type the code.'
    : 'There is no camera that could be used. Type the code.';
