import { fork } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** A bare Fastify route that answers what a page answered. */
export async function startBareRoute({ body, headers }) {
  const server = fork(fileURLToPath(new URL('bare-server.mjs', import.meta.url)), {
    serialization: 'advanced',
  });
  server.send({ body, type: headers['content-type'], encoding: headers['content-encoding'] });
  const { port } = await new Promise((resolve) => server.once('message', resolve));
  return { port, close: () => server.kill() };
}
