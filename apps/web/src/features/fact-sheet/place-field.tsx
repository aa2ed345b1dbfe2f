import { api } from '@plumgate/contract';
import { mapTiles, tileSize, type Place } from '@plumgate/core/clients';
import { useState } from 'react';
import { call, messageOf } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';

const [height, zoom] = [160, 15];

/** Where an address is on the map: found by its words, and put right by a press on the map. */
export function PlaceField({
  place,
  address,
  width = 300,
  onChange,
}: {
  place: Place | null;
  address: () => string;
  /** Of the map, in pixels. */
  width?: number;
  onChange: (place: Place | null) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const find = async () => {
    setProblem(null);
    try {
      const found = await call(api.findPlace, { body: { address: address() } });
      if (found.place) onChange(found.place);
      else setProblem('That address was not found. Enter street, number and town.');
    } catch (error) {
      setProblem(messageOf(error));
    }
  };
  return (
    <div className="grid content-start gap-2">
      <span className="text-xs font-semibold">On the map</span>
      <div>
        <Button onClick={() => void find()}>Find the address</Button>
      </div>
      {problem && (
        <p role="alert" className="text-xs font-semibold text-brick">
          {problem}
        </p>
      )}
      {place ? (
        <>
          <button
            type="button"
            aria-label="Click where it really is"
            className="relative block overflow-hidden rounded-control border border-strong-line"
            style={{ width, height }}
            onClick={(event) => {
              const box = event.currentTarget.getBoundingClientRect();
              onChange(
                shifted(
                  place,
                  event.clientX - box.left - width / 2,
                  event.clientY - box.top - height / 2,
                ),
              );
            }}
          >
            {mapTiles(place, zoom, width, height).map((tile) => (
              <img
                key={`${tile.left} ${tile.top}`}
                src={`/~/tiles/${zoom}/${tile.x}/${tile.y}.svg`}
                alt=""
                className="absolute max-w-none"
                style={{ left: width / 2 + tile.left, top: height / 2 + tile.top, width: tileSize }}
              />
            ))}
            <span className="absolute top-1/2 left-1/2 size-3.5 -translate-1/2 rounded-full border-2 border-sheet bg-plum" />
          </button>
          <p className="text-xs text-muted tabular-nums">
            {place.lat.toFixed(5)}, {place.lng.toFixed(5)}. Click the map to move it.
          </p>
        </>
      ) : (
        <p className="text-muted">Not found yet. Maps on pages need it.</p>
      )}
    </div>
  );
}

/** A place so many pixels away, by the Web Mercator projection. */
function shifted({ lat, lng }: Place, right: number, down: number): Place {
  const world = 2 ** zoom * tileSize;
  const y = Math.asinh(Math.tan((lat * Math.PI) / 180)) - (down / world) * 2 * Math.PI;
  return {
    lat: Number(((Math.atan(Math.sinh(y)) * 180) / Math.PI).toFixed(6)),
    lng: Number((lng + (right / world) * 360).toFixed(6)),
  };
}
