import { lostRules, type LostRule } from '../forms/index.ts';
import { blocksOf, formIdOf, type Block, type Draft } from '../page/index.ts';
import { found, type Finding } from './finding.ts';
import type { LaunchInput } from './launch-input.ts';
import { promisedQuestions } from './promised-questions.ts';

/** Forms and bookings: whether what arrives can be answered, and whether it may be kept. */
export function formFindings({ draft, around }: LaunchInput): Finding[] {
  const blocks = blocksOf(draft.page);
  const hasPrivacy = blocks.some((block) => block.kind === 'legal-footer' && block.privacyHref);
  const findings: Finding[] = [];
  const seen = new Set<string>();
  for (const block of blocks) {
    const calendar =
      block.kind === 'booking' && around.calendars.find(({ id }) => id === block.calendarId);
    if (block.kind === 'booking') {
      if (!calendar) findings.push(found('no-calendar', block.id));
      else if (!calendar.open) findings.push(found('calendar-shut', { at: 'calendars' }));
    }
    findings.push(...promise(block, draft));
    const id = formIdOf(block);
    if (id === null || seen.has(id)) continue;
    seen.add(id);
    const form = draft.forms[id];
    if (!form) {
      findings.push(found('form-missing', block.id));
      continue;
    }
    const { name } = form;
    if (!around.forms.includes(id)) findings.push(found('foreign-form', block.id, { name }));
    const asks = new Set(form.questions.map(({ kind }) => kind));
    if (!asks.has('email') && !asks.has('phone'))
      findings.push(found('form-without-contact', block.id, { name }));
    if (form.notify.length === 0 && !(calendar && calendar.notifies))
      findings.push(found('form-notifies-nobody', block.id, { name }));
    for (const { question, why } of lostRules(form))
      findings.push(
        found('question-never-shown', block.id, {
          name,
          question: question.label || question.key,
          reason: lostReasons[why],
        }),
      );
    if (!form.consent.trim() && !asks.has('consent') && !hasPrivacy)
      findings.push(found('no-consent', block.id, { name }));
  }
  return findings;
}

const lostReasons: Record<LostRule['why'], string> = {
  later: 'it depends on a question that comes later',
  gone: 'it depends on a question that is gone',
  'not-offered': 'it depends on an answer that is not offered',
  empty: 'the answer it depends on is empty',
};

/** A form that asks for more, or for less, than the words above it say. */
function promise(block: Block, { page, forms }: Draft): Finding[] {
  if (block.kind !== 'form' || !page.language.startsWith('en')) return [];
  const said = promisedQuestions(`${block.title}\n${block.intro}`);
  const questions = forms[block.formId]?.questions ?? [];
  const asked = questions.filter(({ kind }) => kind !== 'consent' && kind !== 'hidden').length;
  return said === null || said === asked || asked === 0
    ? []
    : [found('promised-questions', block.id, { said: `${said}`, asked: `${asked}` })];
}
