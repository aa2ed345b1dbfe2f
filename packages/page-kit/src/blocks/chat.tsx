import { trapField } from '@plumgate/core/forms';
import { usePage, type BlockView } from '../page-context.ts';
import { usePageStrings } from '../page-strings.ts';
import { Words } from '../words.tsx';

/** Without script it is an ordinary form; its script keeps the visitor on the page and shows what is answered. */
export const chat: BlockView<'chat'> = {
  css: `
.chat-edge{position:sticky;bottom:0;z-index:4;height:0;max-width:1180px;margin-inline:auto}
@container (max-width:720px){.call-bar~.chat-edge{bottom:64px}}
.chat{--width:370px;background:var(--paper);color:var(--on-paper);border:1px solid color-mix(in srgb,currentColor 25%,transparent);border-radius:calc(var(--corner)*1.2);max-width:620px;overflow:hidden}
.chat-edge .chat{position:absolute;right:20px;bottom:0;width:min(var(--width),100cqi - 24px);border-bottom:0;border-radius:14px 14px 0 0;box-shadow:0 4px 26px #0003}
.chat-edge .chat:not([open]){width:auto;max-width:calc(100cqi - 24px)}
@container (max-width:720px){.chat-edge .chat{right:12px}.call-bar~.chat-edge .chat{border-bottom:1px solid #0002;border-radius:14px}}
.chat summary{display:flex;justify-content:space-between;gap:14px;padding:11px 18px;min-height:26px;font-weight:660;line-height:1.4;cursor:pointer;list-style:none;background:var(--action);color:var(--on-action)}
.chat summary::-webkit-details-marker{display:none}
.chat[open] summary:after{content:'×';font-size:1.3em;line-height:1}
.chat-inside{padding:14px 18px 18px;max-height:min(560px,100dvh - 130px);overflow:auto;overscroll-behavior:contain}
.chat-inside>p{margin:0 0 4px}
.chat ol{list-style:none;margin:0;padding:0;display:grid;gap:10px}
.chat ol:not(:empty){margin:12px 0 2px}
.chat li{padding-left:11px;border-left:3px solid var(--action);white-space:pre-line;overflow-wrap:anywhere;line-height:1.45}
.chat li b{display:block;font-size:.82rem}
.chat li.mine{border-color:color-mix(in srgb,currentColor 30%,transparent)}
.chat .press{display:block;width:100%;margin-top:14px;padding:11px 20px}
.chat .field{margin-top:10px}
.chat .field textarea{min-height:76px}
.chat .field input:not([type=checkbox]){min-height:44px;padding-block:8px}
.chat .said{font-size:.92rem}
.chat [hidden]{display:none}`,
  View: function Chat({ block }) {
    const page = usePage();
    const { chat: words, unsent } = usePageStrings();
    const action = page.chatAction?.(block.id);
    return (
      <details
        className="chat"
        id={block.id}
        open={(page.editing && block.stands === 'here') || undefined}
      >
        <summary>
          <Words part={block.id} setting="label" text={block.label} />
        </summary>
        <div className="chat-inside">
          <p>
            <Words part={block.id} setting="greeting" text={block.greeting} />
          </p>
          <ol aria-live="polite" />
          <form
            method="post"
            action={action}
            data-chat={action && ''}
            data-you={words.you}
            data-unsent={unsent}
            data-arrived={words.arrived}
          >
            <input type="hidden" name="_once" value="" />
            <input type="hidden" name="_chat" value="" />
            <div className="form-trap" aria-hidden="true">
              <label htmlFor={`${block.id}-trap`}>Website</label>
              <input id={`${block.id}-trap`} name={trapField} tabIndex={-1} autoComplete="off" />
            </div>
            <div className="chat-who">
              <div className="field">
                <label htmlFor={`${block.id}-name`}>{words.name}</label>
                <input
                  id={`${block.id}-name`}
                  name="name"
                  autoComplete="name"
                  maxLength={200}
                  required
                />
              </div>
              <div className="field">
                <label htmlFor={`${block.id}-email`}>{words.email}</label>
                <input
                  id={`${block.id}-email`}
                  name="email"
                  type="email"
                  autoComplete="email"
                  maxLength={254}
                  aria-describedby={`${block.id}-help`}
                  required
                />
                <span className="help" id={`${block.id}-help`}>
                  {words.emailHelp}
                </span>
              </div>
            </div>
            <div className="field">
              <label htmlFor={`${block.id}-message`}>{words.message}</label>
              <textarea id={`${block.id}-message`} name="message" maxLength={2000} required />
            </div>
            <button className="press" type={action ? 'submit' : 'button'}>
              {words.send}
            </button>
          </form>
        </div>
      </details>
    );
  },
};
