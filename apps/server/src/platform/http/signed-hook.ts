import { Webhook } from 'standardwebhooks';

/** A webhook as a gateway sends it: signed by the Standard Webhooks scheme. */
export interface SignedHook {
  /** Where it goes, whole. */
  url: string;
  secret: string;
  id: string;
  at: Date;
  event: { type: string; data: object };
}

/** Delivers a webhook; throws when it is not accepted. */
export async function deliverHook({ url, secret, id, at, event }: SignedHook): Promise<void> {
  const body = JSON.stringify(event);
  const answer = await fetch(url, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(secret).sign(id, at, body),
    },
    body,
  });
  if (!answer.ok) throw new Error(`The webhook answered ${answer.status}.`);
}
