import { geoAddress, mapTiles, tileSize } from '@plumgate/core/clients';
import { mapOf } from '@plumgate/core/page';
import { withValues } from '@plumgate/core/basics';
import { usePage, type BlockView } from '../page-context.ts';
import { usePageStrings } from '../page-strings.ts';

/** As wide as a map is ever shown, so that its squares reach both edges. */
const widest = 1280;

export const map: BlockView<'map'> = {
  css: `
.map{position:relative;overflow:hidden;border-radius:var(--corner);background:var(--tint)}
.map img{position:absolute;left:calc(50% + var(--x)*1px);top:calc(50% + var(--y)*1px);width:${tileSize}px;height:${tileSize}px;max-width:none}
.map svg{position:absolute;left:50%;top:50%;width:34px;height:44px;margin:-44px 0 0 -17px}
.map-lines{display:flex;flex-wrap:wrap;gap:6px 20px;margin:10px 0 0}
.map-lines a{color:inherit;font-weight:640}`,
  View: function Map({ block }) {
    const page = usePage();
    const strings = usePageStrings();
    const { address: written, place } = mapOf(block, page.facts);
    const address = page.merge(written);
    if (!place)
      return page.editing ? (
        <p>Not on the map yet. Find the address, in the settings or on the fact sheet.</p>
      ) : (
        address && <p className="map-lines">{address}</p>
      );
    return (
      <div>
        <div
          className="map"
          style={{ height: block.height }}
          role="img"
          aria-label={withValues(strings.map, { address: address || page.clientName })}
        >
          {mapTiles(place, block.zoom, widest, block.height).map((tile) => (
            <img
              key={`${tile.left} ${tile.top}`}
              src={page.tileSrc(block.zoom, tile.x, tile.y)}
              alt=""
              loading="lazy"
              style={{ '--x': tile.left, '--y': tile.top } as React.CSSProperties}
            />
          ))}
          <svg viewBox="0 0 34 44" aria-hidden="true">
            <path
              d="M17 43C6 28 1 23 1 16a16 16 0 0 1 32 0c0 7-5 12-16 27z"
              fill="var(--action)"
              stroke="#fff"
              strokeWidth="2"
            />
            <circle cx="17" cy="16" r="6" fill="#fff" />
          </svg>
        </div>
        <p className="map-lines">
          <span>{address}</span>
          {block.directions && <a href={geoAddress(place)}>{page.merge(block.directions)}</a>}
        </p>
      </div>
    );
  },
};
