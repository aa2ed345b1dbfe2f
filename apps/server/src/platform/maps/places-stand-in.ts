import { createHash } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';

/** Port Alder lies on a coast that no map has; the stand-in puts it at sea. */
const town = { lat: 43.2, lng: -69.4 };

/** A places service on loopback: any address with a house number is somewhere in the demo's made-up town, always at the same point. */
export class PlacesStandIn {
  private constructor(
    private readonly server: Server,
    readonly url: string,
  ) {}

  static async start(): Promise<PlacesStandIn> {
    const server = createServer((request, answer) => {
      const [, query = ''] = (request.url ?? '').split('?');
      const address = new URLSearchParams(query).get('q') ?? '';
      answer
        .writeHead(200, { 'content-type': 'application/geo+json' })
        .end(JSON.stringify({ type: 'FeatureCollection', features: featuresFor(address) }));
    });
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const { port } = server.address() as AddressInfo;
    return new PlacesStandIn(server, `http://127.0.0.1:${port}/search`);
  }

  stop(): Promise<void> {
    this.server.closeAllConnections();
    return new Promise((stopped) => this.server.close(() => stopped()));
  }
}

function featuresFor(address: string): object[] {
  if (!/\d/.test(address)) return [];
  const hash = createHash('sha256').update(address.toLowerCase().replace(/\W+/g, ' ')).digest();
  const within = (byte: number) => (hash[byte]! / 255 - 0.5) * 0.03;
  const coordinates = [town.lng + within(0), town.lat + within(1)].map((one) =>
    Number(one.toFixed(6)),
  );
  return [
    { type: 'Feature', properties: { name: address }, geometry: { type: 'Point', coordinates } },
  ];
}
