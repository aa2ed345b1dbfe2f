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
