import type { Drawing } from '@plumgate/core/page';
import type { ReactNode } from 'react';

export const drawingCss = `
.drawing{display:block;width:100%;height:auto;border-radius:var(--corner);background:var(--tint)}
.drawing .a{fill:var(--action)}.drawing .d{fill:var(--deep)}.drawing .p{fill:var(--paper)}.drawing .t{fill:color-mix(in srgb,var(--tint) 70%,var(--deep) 30%)}.drawing .s{fill:color-mix(in srgb,var(--action) 35%,var(--paper))}.drawing .l{fill:none;stroke:var(--deep);stroke-width:5;stroke-linecap:round}`;

/** Scenes of 600 by 400, in the brand's own colours: `a` action, `d` deep, `p` paper, `t` and `s` between them. */
const scenes: Record<Exclude<Drawing, 'none'>, ReactNode> = {
  house: (
    <>
      <circle className="s" cx="470" cy="96" r="44" />
      <path className="t" d="M0 318q150-54 300-18t300-14v114H0z" />
      <path className="p" d="M150 190h230v140H150z" />
      <path className="d" d="M128 196 265 96l137 100z" />
      <path className="a" d="M244 250h52v80h-52z" />
      <path className="s" d="M176 220h44v44h-44zM320 220h40v44h-40z" />
      <path className="d" d="M340 108h24v60l-24-18z" />
      <path className="t" d="M250 330h40l40 70H210z" />
      <path className="a" d="M452 330q-46-8-40-54 8-40 44-42 42 6 42 46-2 42-34 50v20h-12z" />
    </>
  ),
  room: (
    <>
      <path className="t" d="M0 306h600v94H0z" />
      <path className="p" d="M196 50h208v150H196z" />
      <path className="s" d="M206 60h188v130H206z" />
      <path className="t" d="M206 140q60-26 100-8t88-4v62H206z" />
      <path className="d" d="M296 60h8v130h-8z" />
      <path className="a" d="M168 40q22 110-6 186h-34V40zM432 40q-22 110 6 186h34V40z" />
      <path
        className="d"
        d="M92 262q0-36 34-36h44q34 0 34 36v54H92zM396 262q0-36 34-36h44q34 0 34 36v54H396z"
      />
      <path className="a" d="M84 300h128v26H84zM388 300h128v26H388z" />
      <path className="p" d="M252 286h96v12h-96z" />
      <path className="d" d="M294 298h12v62h-12z" />
      <path className="a" d="M284 262h26v16q0 8-8 8h-10q-8 0-8-8z" />
    </>
  ),
  drive: (
    <>
      <path className="s" d="M0 0h600v190H0z" />
      <path className="p" d="M330 90h190v120H330z" />
      <path className="d" d="M312 96 425 30l113 66z" />
      <path className="a" d="M352 130h70v80h-70z" />
      <path className="t" d="M0 200h600v200H0z" />
      <path className="p" d="m352 210 70 0 66 190H96z" />
      <path
        className="l"
        d="m330 236 104 0M296 270l152 0M252 310l212 0M198 356l280 0M372 236l-32 34M420 236l8 34M346 270l-40 40M400 270l4 40M300 310l-50 46M380 310l-6 46M440 310l20 46"
      />
      <circle className="a" cx="120" cy="176" r="42" />
      <circle className="a" cx="70" cy="196" r="34" />
      <path className="d" d="M116 190h8v50h-8z" />
    </>
  ),
  care: (
    <>
      <path className="t" d="M0 330h600v70H0z" />
      <circle className="p" cx="300" cy="180" r="132" />
      <path
        className="a"
        d="M244 108q28-16 56 0 28-16 56 0 32 26 12 84-12 34-20 78-4 22-18 20-12-2-14-30-2-26-16-26t-16 26q-2 28-14 30-14 2-18-20-8-44-20-78-20-58 12-84z"
      />
      <path className="p" d="M262 132q18-14 36-4-22 4-34 22-10 2-2-18z" />
      <path
        className="s"
        d="M96 96h16v-16h16v16h16v16h-16v16h-16v-16H96zM470 236h12v-12h12v12h12v12h-12v12h-12v-12h-12z"
      />
    </>
  ),
  harbour: (
    <>
      <circle className="s" cx="440" cy="110" r="52" />
      <path className="t" d="M0 236q120-30 240-8t360-16v188H0z" />
      <path className="d" d="M0 290q150-20 300-4t300-8v122H0z" />
      <path className="p" d="M210 60v170H96zM226 92v138h84z" />
      <path className="a" d="M74 244h280q-18 48-66 48H140q-48 0-66-48z" />
      <path className="p" d="M470 190h40v60h-40z" />
      <path className="a" d="M464 176h52v18h-52zM476 150h28v26h-28z" />
    </>
  ),
  people: (
    <>
      <path className="s" d="M0 0h600v400H0z" />
      <path className="t" d="M0 330h600v70H0z" />
      <path className="d" d="M104 400q0-130 84-130t84 130zM344 400q0-120 78-120t78 120z" />
      <path className="a" d="M214 400q0-150 92-150t92 150z" />
      <circle className="p" cx="188" cy="210" r="50" />
      <circle className="p" cx="422" cy="222" r="46" />
      <circle className="p" cx="306" cy="176" r="58" />
      <path
        className="d"
        d="M248 176q0-64 58-64t58 64q-24-34-58-34t-58 34zM140 206q4-50 48-50t48 50q-30-20-48-20t-48 20z"
      />
      <path className="l" d="M286 192q20 18 40 0M174 222q14 12 28 0M408 232q14 12 28 0" />
    </>
  ),
};

/** A drawn scene in the place of a photograph. */
export function DrawingView({
  drawing,
  alt,
  ratio,
}: {
  drawing: Exclude<Drawing, 'none'>;
  alt: string;
  ratio: string | null;
}) {
  return (
    <svg
      className="drawing"
      viewBox="0 0 600 400"
      preserveAspectRatio="xMidYMid slice"
      style={{ aspectRatio: ratio ?? '3 / 2' }}
      role="img"
      aria-label={alt || 'A drawing'}
    >
      {scenes[drawing]}
    </svg>
  );
}
