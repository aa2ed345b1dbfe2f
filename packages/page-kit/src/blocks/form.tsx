import { fieldCss } from '../field.tsx';
import { FormQuestions } from '../form-questions.tsx';
import { FormFrame } from '../form-frame.tsx';
import { surfaceVariables } from '../surface-css.ts';
import { usePage, type BlockView } from '../page-context.ts';

export const form: BlockView<'form'> = {
  css: `${fieldCss}
.form{${surfaceVariables('paper')};background:var(--paper);color:var(--color,var(--on-paper));border-radius:calc(var(--corner)*1.4);padding:clamp(20px,3cqi,34px);box-shadow:0 1px 2px #0001,0 14px 34px -18px #0004;border:1px solid #0001}
.form-title{font-family:var(--title-face);font-size:calc(1.5rem*var(--size,1));line-height:1.2;font-weight:var(--weight,680);margin:0 0 4px}
.form-intro{margin:0 0 6px;opacity:.8}
.form .press{width:100%;margin-top:20px;display:block;box-sizing:border-box}
.form .press[aria-busy=true]{opacity:.7;cursor:progress}
.form-columns,.form-line,.form-columns .form-part{display:grid;grid-template-columns:repeat(2,minmax(0,1fr));column-gap:18px;align-items:start}
:is(.form-columns,.form-line,.form-columns .form-part)>:is(:not(.field),.field:is(.choices,:has(textarea))){grid-column:1/-1}
.form-line{display:flex;flex-wrap:wrap;align-items:flex-end;gap:0 12px}
.form-line>:not(.field,.press){flex:1 0 100%}
.form-line>.field{flex:1 1 170px}
.form .form-line>.press,.form-line.form>.press{width:auto;flex:none}
@container (max-width:720px){.form-columns,.form-line,.form-columns .form-part{display:block}.form-line.form>.press{width:100%}}
.consent{font-size:.88rem;opacity:.8;margin:12px 0 0}
.arrived{font-size:1.1rem;font-weight:600;margin:0}`,
  View: function Form({ block }) {
    const form = usePage().forms[block.formId];
    if (!form) return null;
    return (
      <FormFrame block={block} form={form}>
        {(state, problems) => (
          <FormQuestions block={block.id} form={form} state={state} problems={problems} />
        )}
      </FormFrame>
    );
  },
};
