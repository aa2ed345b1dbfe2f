import { iconCss } from './icon-view.tsx';
import { surfacesCss, surfaceVariables } from './surface-css.ts';

/** The gap between the blocks of a column, in px: what a space of a part's own replaces. */
export const blockGap = 20;

/** What every page carries: surfaces, bands and columns. Widths are asked of the page, not of the screen. */
export const baseCss = `
*,:before,:after{box-sizing:border-box}
html{-webkit-text-size-adjust:100%;scroll-behavior:smooth}
body{margin:0}
.page{${surfaceVariables('paper')};container-type:inline-size;background:var(--paper);color:var(--on-paper);font-family:var(--text-face);font-size:17px;line-height:1.6;-webkit-font-smoothing:antialiased}
.band{--pad:clamp(min(var(--space)*1px,16px + var(--space)*.3px),var(--space)*.0625cqi,var(--space)*1px);--pad-top:var(--pad);--pad-bottom:var(--pad);--most:1080px;position:relative;padding:var(--pad-top) 24px var(--pad-bottom)}
${surfacesCss}
.band-back{position:absolute;inset:0;overflow:hidden;isolation:isolate;background:inherit;border-radius:inherit}
.band-back img{width:100%;height:100%;object-fit:cover;display:block}
.band-back:after{content:'';position:absolute;inset:0;background:var(--over);mix-blend-mode:var(--blend)}
.columns{position:relative;display:grid;grid-template-columns:var(--shares);gap:clamp(24px,4.4cqi,64px);align-items:center;width:100%;max-width:var(--most);margin-inline:auto}
.width-full{--most:100%}
.width-medium{--most:820px}
.width-narrow{--most:580px}
.column{display:grid;gap:${blockGap}px;min-width:0}
.columns:has([data-calendar]){align-items:start}
.beside>.columns>.column:not(:first-child){justify-items:end}
.block{min-width:0}
.block+.block>:is(.cards,.numbered,.reviews,.team,.gallery,.asked,.prices,.compare){margin-top:16px}
${iconCss}
small{font-size:.88rem}
a:focus-visible,button:focus-visible,input:focus-visible,select:focus-visible,textarea:focus-visible{outline:3px solid var(--ring);outline-offset:2px}
@container (min-width:720.1px){.only-phone{display:none}}
@container (max-width:720px){
.only-wide{display:none}
.band:not(.beside)>.columns{grid-template-columns:minmax(0,1fr);gap:28px}
.band:not(.beside){padding-inline:20px}
.beside .columns{gap:12px}
.page{font-size:16.5px}
}
@media (prefers-reduced-motion:reduce){html{scroll-behavior:auto}}`;

/** What a page with popups carries besides. */
export const popupCss = `
.popup{border:0;padding:0;margin:auto;width:min(640px,calc(100vw - 32px));max-height:calc(100dvh - 32px);overflow:auto;border-radius:calc(var(--corner)*1.4);background:var(--paper);color:var(--on-paper);font:inherit;overscroll-behavior:contain}
.popup:target:not([open]){display:block;position:fixed;inset:0;z-index:9}
.popup::backdrop{background:#0009}
.popup-inside{container-type:inline-size}
.popup-close{position:absolute;z-index:1;top:8px;right:8px;width:40px;height:40px;display:grid;place-items:center;border-radius:50%;text-decoration:none;color:inherit;font-size:22px;line-height:1;background:var(--paper);color:var(--on-paper)}
.popup .band{padding-inline:clamp(20px,5cqi,40px)}`;

/** Of a page with sections: those that are not shown just now. */
export const sectionCss = `.band[hidden]{display:none}`;
