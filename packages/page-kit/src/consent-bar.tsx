import { pageWords } from '@plumgate/core/languages';

/** Whether a visit may be counted: asked, or answered and open to change. */
export interface ConsentBar {
  /** Not answered yet: the bar is shown; afterwards a link alone. */
  isOpen: boolean;
  /** The page's own address part, to come back to. */
  page: string;
  /** The client's own words in place of the usual ones. */
  words: string | null;
  /** Where it is written what happens with what is counted; empty for nowhere. */
  policy: string;
}

/** Where an answer goes, and where it can be changed. */
export const consentPath = '/~/consent';

const css = `
.consent-bar{position:sticky;bottom:0;z-index:30;display:flex;flex-wrap:wrap;align-items:center;justify-content:center;gap:10px 20px;margin:0;padding:14px 20px;background:var(--paper);color:var(--ink);border-top:1px solid color-mix(in srgb,var(--ink) 25%,transparent);font:16px/1.45 var(--text-face)}
.consent-bar p{margin:0;max-width:560px;flex:1 1 280px}
.consent-bar a{color:inherit}
.consent-bar button{font:inherit;font-weight:650;min-height:44px;padding:8px 18px;border:2px solid var(--action);border-radius:var(--press-corner);background:var(--action);color:var(--on-action);cursor:pointer}
.consent-bar button[value=no]{background:none;color:inherit;border-color:currentColor}
.consent-link{margin:0;padding:10px 20px;text-align:center;background:var(--paper);font:14px/1.4 var(--text-face)}
.consent-link a{color:var(--ink)}`;

/** Asks at the foot of a page; both answers are as easy to give. Once it is answered, a link leads to where that is changed. */
export function Consent({ bar, language }: { bar: ConsentBar; language: string }) {
  const { ask, yes, no, policy, change } = pageWords(language).consent;
  const style = <style dangerouslySetInnerHTML={{ __html: css }} />;
  if (!bar.isOpen)
    return (
      <>
        {style}
        <p className="consent-link">
          <a href={`${consentPath}?page=${bar.page}`}>{change}</a>
        </p>
      </>
    );
  return (
    <>
      {style}
      <form className="consent-bar" method="post" action={`${consentPath}?page=${bar.page}`}>
        <p>
          {bar.words ?? ask} {bar.policy && <a href={bar.policy}>{policy}</a>}
        </p>
        <button name="do" value="yes">
          {yes}
        </button>
        <button name="do" value="no">
          {no}
        </button>
      </form>
    </>
  );
}
