import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const areas: BlockView<'areas'> = {
  css: `
.areas p{margin:0 0 10px;font-weight:640}
.areas ul{list-style:none;margin:0;padding:0;display:flex;flex-wrap:wrap;gap:8px}
.areas li{padding:7px 16px;border:1px solid color-mix(in srgb,currentColor 24%,transparent);border-radius:99px;font-weight:580}
.on-tint .areas li{background:var(--paper);color:var(--on-paper)}`,
  View: function Areas({ block }) {
    const { facts, editing } = usePage();
    const towns = facts.areas;
    if (towns.length === 0) return editing ? <p>The fact sheet names no areas yet.</p> : null;
    return (
      <div className="areas">
        {(block.title || editing) && (
          <p>
            <Words part={block.id} setting="title" text={block.title} />
          </p>
        )}
        <ul>
          {towns.map((town) => (
            <li key={town}>{town}</li>
          ))}
        </ul>
      </div>
    );
  },
};
