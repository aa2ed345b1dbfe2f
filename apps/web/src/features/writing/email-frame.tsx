import type { EmailBlock } from '@plumgate/core/emails';
import {
  darkRules,
  EmailProvider,
  EmailSheet,
  lightColors,
  phoneRules,
  type EmailView,
} from '@plumgate/email-kit';
import { useState } from 'react';
import { createPortal } from 'react-dom';

const emptyDocument = '<!doctype html><html lang="en"><head></head><body></body></html>';

/**
 * An email as a mail program shows it, in a frame of its own, so that the app's styles stay out; `width` is what the
 * program's window is wide, in CSS pixels.
 */
export function EmailFrame({
  blocks,
  view,
  title,
  width,
  scale,
  height,
  isDark = false,
  isStill = false,
}: {
  blocks: readonly EmailBlock[];
  view: EmailView;
  title: string;
  width: number;
  scale: number;
  /** Of the frame on the screen, in CSS pixels. */
  height: number;
  isDark?: boolean;
  isStill?: boolean;
}) {
  const [body, setBody] = useState<HTMLElement | null>(null);
  const css = `body{margin:0;padding:16px 0}${isDark ? darkRules(view.head) : ''}${phoneRules}`;
  return (
    <div style={{ width: width * scale, height }} className="overflow-hidden">
      <iframe
        srcDoc={emptyDocument}
        title={title}
        tabIndex={isStill ? -1 : undefined}
        className={`origin-top-left border-0 ${isStill ? 'pointer-events-none' : ''}`}
        style={{ width, height: height / scale, transform: `scale(${scale})` }}
        onLoad={(event) => {
          const inner = event.currentTarget.contentDocument;
          if (!inner) return;
          inner.body.className = 'em-page';
          inner.body.style.background = lightColors(view.head).page;
          setBody(inner.body);
        }}
      />
      {body &&
        createPortal(
          <EmailProvider value={view}>
            <style>{css}</style>
            {/* A press on a link would leave the email. */}
            <div inert={isStill} onClickCapture={(event) => event.preventDefault()}>
              <EmailSheet blocks={blocks} />
            </div>
          </EmailProvider>,
          body,
        )}
    </div>
  );
}
