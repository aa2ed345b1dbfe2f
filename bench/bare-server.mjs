/** The least that Fastify can do with the same bytes and the same headers, in a process of its own as the program is. */
import Fastify from 'fastify';

process.on('message', async ({ body, type, encoding }) => {
  const app = Fastify();
  app.get('/', (_request, reply) =>
    reply.headers({ 'content-type': type, 'content-encoding': encoding }).send(body),
  );
  await app.listen({ port: 0, host: '127.0.0.1' });
  process.send({ port: app.server.address().port });
});
