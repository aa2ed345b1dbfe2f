import Fastify from 'fastify';

/** The least that Fastify can do with the same bytes and the same headers. */
export async function startBareRoute({ body, headers }) {
  const { 'content-type': type, 'content-encoding': encoding } = headers;
  const app = Fastify();
  app.get('/', (_request, reply) =>
    reply.headers({ 'content-type': type, 'content-encoding': encoding }).send(body),
  );
  await app.listen({ port: 0, host: '127.0.0.1' });
  return { port: app.server.address().port, close: () => app.close() };
}
