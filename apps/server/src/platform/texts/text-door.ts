import type { TextPayload } from './text-payload.ts';

/** A gateway's answer that will be the same tomorrow: it must not be tried again. */
class RefusedText extends Error {
  readonly refused = true;
  constructor(readonly responseCode: number) {
    super('The text gateway refused the message.');
  }
}

/**
 * The one way out for texts: HTTP to a gateway, a real one or the stand-in that ships with the program. A message is
 * posted as JSON `{ id, from, to, body }`, numbers in E.164; the same id again is the same message.
 */
export class TextDoor {
  constructor(private readonly gatewayUrl: string) {}

  async send(text: TextPayload & { id: string }): Promise<void> {
    const { id, from, to, body } = text;
    const answer = await fetch(`${this.gatewayUrl}/messages`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'idempotency-key': id },
      body: JSON.stringify({ id, from, to, body }),
      signal: AbortSignal.timeout(20_000),
    });
    if (answer.ok) return;
    if (answer.status >= 400 && answer.status < 500 && answer.status !== 429)
      throw new RefusedText(answer.status);
    throw Object.assign(new Error('The text gateway failed.'), { code: `HTTP ${answer.status}` });
  }
}
