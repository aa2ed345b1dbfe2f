import { Webhook } from 'standardwebhooks';
import { SystemClock } from '../platform/clock.ts';
import { hookPaths } from '../platform/http/hook-paths.ts';
import { secret } from '../platform/settings.ts';
import type { TestApp } from './test-app.ts';

/** Tells the program something as its text gateway does, signed; gives the status of its answer. */
export async function tellAsGateway(
  app: TestApp,
  id: string,
  event: { type: string; data: object },
): Promise<number> {
  const webhook = new Webhook(await secret(app.database.db, 'text-hook-secret'));
  const payload = JSON.stringify(event);
  // Signatures are of the machine's time, whatever the test's clock says.
  const at = new Date(new SystemClock().now().epochMilliseconds);
  const answer = await app.running.app.inject({
    method: 'POST',
    url: hookPaths.texts,
    headers: {
      'content-type': 'application/json',
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': webhook.sign(id, at, payload),
    },
    payload,
  });
  return answer.statusCode;
}
