import type { Place } from './facts.ts';

/** One square picture of a map, and where its top left corner lies from the middle of the map, in CSS pixels. */
export interface MapTile {
  x: number;
  y: number;
  left: number;
  top: number;
}

/** The side of a tile in CSS pixels. */
export const tileSize = 256;
/** Beyond this the Web Mercator projection has no tiles. */
const mostLatitude = 85.0511;

/**
 * The tiles that cover a map of a width and a height around a place, by the Web Mercator projection (EPSG:3857) that
 * slippy tiles `z/x/y` are cut by. Columns wrap around the date line; rows beyond the poles are left out.
 */
export function mapTiles(place: Place, zoom: number, width: number, height: number): MapTile[] {
  const world = 2 ** zoom;
  const lat = (Math.max(-mostLatitude, Math.min(mostLatitude, place.lat)) * Math.PI) / 180;
  const centre = {
    x: ((place.lng + 180) / 360) * world * tileSize,
    y: ((1 - Math.asinh(Math.tan(lat)) / Math.PI) / 2) * world * tileSize,
  };
  const from = (middle: number, size: number) => Math.floor((middle - size / 2) / tileSize);
  const to = (middle: number, size: number) => Math.floor((middle + size / 2) / tileSize);
  const tiles: MapTile[] = [];
  for (let row = from(centre.y, height); row <= to(centre.y, height); row++) {
    if (row < 0 || row >= world) continue;
    for (let column = from(centre.x, width); column <= to(centre.x, width); column++)
      tiles.push({
        x: ((column % world) + world) % world,
        y: row,
        left: Math.round(column * tileSize - centre.x),
        top: Math.round(row * tileSize - centre.y),
      });
  }
  return tiles;
}

/** A place as a `geo:` address (RFC 5870), to six decimals: a tenth of a metre. */
export const geoAddress = ({ lat, lng }: Place): string =>
  `geo:${Number(lat.toFixed(6))},${Number(lng.toFixed(6))}`;
