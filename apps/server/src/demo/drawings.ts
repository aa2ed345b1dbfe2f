import sharp from 'sharp';

/** Pictures drawn for the demo, as SVG; they go through the same door as an uploaded photograph. */
export const quietRoom = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800" viewBox="0 0 1200 800">
<rect width="1200" height="800" fill="#dfe9e6"/><rect y="610" width="1200" height="190" fill="#c9b79c"/><rect y="600" width="1200" height="14" fill="#b7a384"/>
<rect x="330" y="90" width="540" height="360" rx="8" fill="#fff"/><rect x="348" y="108" width="504" height="324" fill="#bcdbe4"/>
<path d="M348 330 Q470 300 600 326 T852 318 V432 H348Z" fill="#5d98a3"/><path d="M348 366 Q500 345 640 368 T852 360 V432 H348Z" fill="#437e8a"/>
<circle cx="770" cy="170" r="34" fill="#f4dfa8"/><path d="M520 330 l0 -120 70 108z" fill="#f7f3ea"/><path d="M514 330 l0 -88 -42 80z" fill="#e8e0cf"/><path d="M470 336 h130 l-20 26 h-92z" fill="#8a4b32"/>
<rect x="594" y="108" width="10" height="324" fill="#fff"/><rect x="348" y="262" width="504" height="8" fill="#fff"/>
<path d="M300 70 q40 220 -10 420 h-40 V70z" fill="#1d6a70" opacity=".85"/><path d="M900 70 q-40 220 10 420 h40 V70z" fill="#1d6a70" opacity=".85"/><rect x="240" y="58" width="720" height="14" rx="7" fill="#6b5740"/>
<ellipse cx="600" cy="560" rx="150" ry="30" fill="#8a6b48"/><rect x="588" y="566" width="24" height="130" fill="#775a3b"/><ellipse cx="600" cy="700" rx="80" ry="14" fill="#6a4f33"/>
<path d="M552 520 h52 v18 a20 20 0 0 1 -20 20 h-12 a20 20 0 0 1 -20 -20z" fill="#fff"/><path d="M604 526 q18 2 14 16 q-3 8 -14 8" fill="none" stroke="#fff" stroke-width="6"/><path d="M566 508 q-8 -14 4 -24 M586 508 q-8 -14 4 -24" fill="none" stroke="#fff" stroke-width="4" opacity=".8"/>
<rect x="636" y="532" width="50" height="10" rx="3" fill="#e4d9c4"/><rect x="640" y="524" width="46" height="9" rx="3" fill="#1d6a70"/>
<path d="M210 480 q0 -70 70 -70 h40 q60 0 60 70 v90 h-170z" fill="#c96f4a"/><rect x="196" y="560" width="210" height="56" rx="22" fill="#b65f3c"/><rect x="216" y="612" width="16" height="80" fill="#5b4630"/><rect x="368" y="612" width="16" height="80" fill="#5b4630"/>
<path d="M820 480 q0 -70 60 -70 h40 q70 0 70 70 v90 h-170z" fill="#c96f4a"/><rect x="794" y="560" width="210" height="56" rx="22" fill="#b65f3c"/><rect x="816" y="612" width="16" height="80" fill="#5b4630"/><rect x="968" y="612" width="16" height="80" fill="#5b4630"/>
<path d="M1070 640 h84 l-12 80 h-60z" fill="#9a5b3d"/><path d="M1112 640 q-70 -90 -20 -190 q14 90 20 190z M1112 640 q80 -70 50 -170 q-40 70 -50 170z M1110 640 q-110 -30 -100 -120 q70 40 100 120z" fill="#3d7a55"/>
</svg>`;

const surface = (inside: string, ground: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="600" viewBox="0 0 900 600"><rect width="900" height="600" fill="${ground}"/>${inside}</svg>`;
const tones = (list: string[], at: number) => list[(at * 7 + (at >> 2)) % list.length]!;
const rows = (count: number, draw: (row: number) => string) =>
  Array.from({ length: count }, (_, row) => draw(row)).join('');

/** Three surfaces to drive on, seen from above. */
export const brickSurface = surface(
  rows(12, (row) =>
    rows(11, (column) => {
      const left = column * 90 - (row % 2) * 45;
      return `<rect x="${left}" y="${row * 50 + 3}" width="84" height="44" rx="5" fill="${tones(['#b4624a', '#c27055', '#a95a44', '#bd7a63'], row * 11 + column)}"/>`;
    }),
  ),
  '#e9ddd2',
);
export const gravelSurface = surface(
  rows(20, (row) =>
    rows(26, (column) => {
      const at = row * 26 + column;
      return `<ellipse cx="${column * 36 + ((at * 13) % 17)}" cy="${row * 31 + ((at * 7) % 13)}" rx="${10 + (at % 5)}" ry="${7 + (at % 4)}" fill="${tones(['#b3a284', '#a7957a', '#c2b296', '#98876c'], at)}"/>`;
    }),
  ),
  '#a08e72',
);
export const slabSurface = surface(
  rows(4, (row) =>
    rows(5, (column) => {
      const left = column * 225 - (row % 2) * 112;
      return `<rect x="${left + 4}" y="${row * 150 + 4}" width="217" height="142" fill="${tones(['#93a0a5', '#8a979c', '#9daaae'], row * 5 + column)}"/>`;
    }),
  ),
  '#75838a',
);

/** A loft above the harbour at dusk. */
export const loftAtDusk = `<svg xmlns="http://www.w3.org/2000/svg" width="1500" height="1000" viewBox="0 0 1500 1000"><defs><linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#2b2a52"/><stop offset=".6" stop-color="#8d6a9b"/><stop offset="1" stop-color="#e8a87c"/></linearGradient></defs><rect width="1500" height="1000" fill="url(#sky)"/><circle cx="1180" cy="240" r="58" fill="#f6e7c8"/><path d="M0 700Q400 650 760 690T1500 660V1000H0z" fill="#39406b"/><path d="M0 780Q500 740 900 780T1500 760V1000H0z" fill="#2a3057"/><path d="M330 820V380l240-150 240 150v440z" fill="#4b3b47"/><path d="M300 392 570 216l270 176v34L570 252 300 426z" fill="#2c2431"/><path d="M400 460h130v150H400zM610 460h130v150H610z" fill="#f7d88a"/><path d="M460 460h10v150h-10zM400 530h130v8H400zM670 460h10v150h-10zM610 530h130v8H610z" fill="#4b3b47"/><path d="M520 640h110v180H520z" fill="#6a4a86"/><circle cx="570" cy="350" r="44" fill="#f7d88a"/><path d="M330 820h480v24H330z" fill="#231c28"/><path d="M980 640v190M980 650l110 150H980z" stroke="#231c28" stroke-width="10" fill="#efe6d8"/><path d="M920 830h220l-40 44H960z" fill="#8a4b32"/></svg>`;

/** A drawing as a picture of a format that the program takes. */
export const asPicture = (svg: string): Promise<Buffer> =>
  sharp(Buffer.from(svg)).png({ palette: true }).toBuffer();
