import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { drawnTile } from './drawn-tile.ts';
import { PlaceDoor } from './place-door.ts';
import { PlacesStandIn } from './places-stand-in.ts';

describe('the places door', () => {
  it('finds an address of the made-up town, always at the same point', async () => {
    const standIn = await PlacesStandIn.start();
    const door = new PlaceDoor(standIn.url);
    const [one, same, another, none] = [
      await door.find('8 Ropewalk Quay, Port Alder'),
      await door.find('8  ropewalk quay,  port alder'),
      await door.find('9 Ropewalk Quay, Port Alder'),
      await door.find('Nowhere'),
    ];
    await standIn.stop();
    expect(same).toEqual(one);
    expect(another).not.toEqual(one);
    expect(Math.abs(one!.lat - 43.2)).toBeLessThan(0.02);
    expect(none).toBeNull();
  });
  it.each([
    ['an answer that is no GeoJSON', 200, '{"results":[]}'],
    ['a failure', 503, ''],
  ])('throws on %s', async (_what, status, body) => {
    const server = createServer((_request, answer) => answer.writeHead(status).end(body));
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const { port } = server.address() as AddressInfo;
    await expect(new PlaceDoor(`http://127.0.0.1:${port}`).find('1 Quay')).rejects.toThrow();
    server.close();
  });
});

it('draws a square of the map alike each time, and its neighbours differently', () => {
  expect(drawnTile(15, 10, 20)).toBe(drawnTile(15, 10, 20));
  expect(drawnTile(15, 10, 20)).not.toBe(drawnTile(15, 11, 20));
  expect(drawnTile(15, 10, 20)).toMatch(/^<svg [^>]*width="256" height="256"/);
});
