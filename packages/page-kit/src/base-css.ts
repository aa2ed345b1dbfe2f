/** What every page carries: surfaces, bands and columns. Widths are asked of the page, not of the screen. */
export const baseCss = `
*,:before,:after{box-sizing:border-box}
html{-webkit-text-size-adjust:100%;scroll-behavior:smooth}
body{margin:0}
.page{container-type:inline-size;background:var(--paper);color:var(--on-paper);font-family:var(--text-face);font-size:17px;line-height:1.6;-webkit-font-smoothing:antialiased}
.band{padding:clamp(44px,7cqi,92px) 24px}
.band-bar{padding:13px 24px}
.band-snug{padding-block:clamp(24px,3.4cqi,44px)}
.band-roomy{padding-block:clamp(60px,9cqi,128px)}
.on-paper{background:var(--paper);color:var(--on-paper)}
.on-tint{background:var(--tint);color:var(--on-tint)}
.on-deep{background:var(--deep);color:var(--on-deep)}
.on-action{background:var(--action);color:var(--on-action)}
.columns{display:grid;grid-template-columns:var(--shares);gap:clamp(24px,4.4cqi,64px);align-items:center;max-width:1080px;margin-inline:auto}
.width-medium>.columns{max-width:820px}
.width-narrow>.columns{max-width:580px}
.column{display:grid;gap:20px;min-width:0}
.columns:has([data-calendar]){align-items:start}
.band-bar .column:not(:first-child){justify-items:end}
.block{min-width:0}
.centre{text-align:center}
a:focus-visible,button:focus-visible,input:focus-visible,select:focus-visible,textarea:focus-visible{outline:3px solid var(--action);outline-offset:2px}
.on-action a:focus-visible{outline-color:currentColor}
@container (max-width:720px){
.band:not(.band-bar)>.columns{grid-template-columns:minmax(0,1fr);gap:28px}
.band:not(.band-bar){padding-inline:20px}
.band-bar .columns{gap:12px}
.page{font-size:16.5px}
}
@media (prefers-reduced-motion:reduce){html{scroll-behavior:auto}}`;
