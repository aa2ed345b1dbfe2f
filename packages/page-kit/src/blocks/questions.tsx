import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const questions: BlockView<'questions'> = {
  css: `
.asked details{border-top:1px solid currentColor;border-color:color-mix(in srgb,currentColor 22%,transparent)}
.asked details:last-child{border-bottom:1px solid color-mix(in srgb,currentColor 22%,transparent)}
.asked summary{display:flex;justify-content:space-between;gap:18px;padding:15px 2px;min-height:24px;font-weight:640;cursor:pointer;list-style:none}
.asked summary::-webkit-details-marker{display:none}
.asked summary:after{content:'+';font-weight:400;font-size:1.3em;line-height:1}
.asked details[open]>summary:after{content:'–'}
.asked .answer{padding:0 2px 18px;max-width:64ch}`,
  View: ({ block }) => (
    <div className="asked">
      {block.items.map((item, index) => (
        <details key={index}>
          <summary>
            <Words
              part={block.id}
              setting="items"
              item={index}
              field="question"
              text={item.question}
            />
          </summary>
          <div className="answer">
            <Words part={block.id} setting="items" item={index} field="answer" text={item.answer} />
          </div>
        </details>
      ))}
    </div>
  ),
};
