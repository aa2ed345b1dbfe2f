import { emailText, type Email } from '@plumgate/core/emails';
import { oneLine } from '@plumgate/core/messages';
import { Body } from '@react-email/body';
import { Head } from '@react-email/head';
import { Img } from '@react-email/img';
import { Html } from '@react-email/html';
import { Preview } from '@react-email/preview';
import { renderToStaticMarkup } from 'react-dom/server';
import { darkRules, lightColors, phoneRules } from './email-colors.ts';
import { EmailSheet } from './email-sheet.tsx';
import { EmailProvider, type EmailView } from './email-view.ts';

/** An email as it goes out. */
export interface RenderedEmail {
  subject: string;
  html: string;
  /** The same for programs that show no more than plain text. */
  text: string;
}

const doctype =
  '<!DOCTYPE html PUBLIC "-//W3C//DTD XHTML 1.0 Transitional//EN" "http://www.w3.org/TR/xhtml1/DTD/xhtml1-transitional.dtd">';

/** Draws an email for one who reads it. Styles lie in the elements; the few rules of the head are for dark mode and phones. */
export function renderEmail(email: Email, view: EmailView): RenderedEmail {
  const { reading, unsubscribe, preferences, head } = view;
  const text = emailText(email.blocks, reading);
  const ways = [
    preferences && `Choose what you get: ${preferences}`,
    unsubscribe && `No more emails from ${head.name}: ${unsubscribe}`,
  ].filter(Boolean);
  const leave = ways.length > 0 ? `\n\n--\n${ways.join('\n')}` : '';
  return {
    subject: oneLine(reading.merge(email.subject)),
    html: doctype + renderToStaticMarkup(<EmailDocument email={email} view={view} />),
    text: [text, [head.name, ...head.contact].filter(Boolean).join('\n')].join('\n\n') + leave,
  };
}

function EmailDocument({ email: { preview, blocks }, view }: { email: Email; view: EmailView }) {
  const { reading, head } = view;
  const { page } = lightColors(head);
  const previewed = reading.merge(preview).trim();
  return (
    <EmailProvider value={view}>
      <Html lang="en">
        <Head>
          <meta name="viewport" content="width=device-width" />
          <meta name="color-scheme" content="light dark" />
          <meta name="supported-color-schemes" content="light dark" />
          <title>{head.name}</title>
          <style>{`@media (prefers-color-scheme:dark){${darkRules(head)}}${phoneRules}`}</style>
        </Head>
        {previewed && <Preview>{previewed}</Preview>}
        <Body
          className="em-page"
          style={{ margin: 0, padding: '24px 12px', backgroundColor: page }}
        >
          <EmailSheet blocks={blocks} />
          {view.pixel && <Img src={view.pixel} width={1} height={1} alt="" />}
        </Body>
      </Html>
    </EmailProvider>
  );
}
