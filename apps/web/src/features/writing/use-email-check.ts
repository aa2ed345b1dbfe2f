import { api } from '@plumgate/contract';
import { type Conditions, noConditions } from '@plumgate/core/conditions';
import { Email, type EmailFinding } from '@plumgate/core/emails';
import type { MergeGroup } from '@plumgate/core/messages';
import { useEffect, useState } from 'react';
import { call, messageOf } from '../../api/call.ts';

/** How long nobody writes before an email is checked, in ms. */
const pauseMs = 600;

/** What is better mended, asked again a moment after the last change. */
export function useEmailCheck(
  clientId: string,
  email: Email,
  groups: readonly MergeGroup[],
  onlyFor: Conditions = noConditions,
): { findings: EmailFinding[] | null; bytes: number } {
  const [checked, setChecked] = useState<{ findings: EmailFinding[]; bytes: number } | null>(null);
  const asked = JSON.stringify({ groups, onlyFor });
  useEffect(() => {
    let isOver = false;
    const waiting = setTimeout(() => {
      const problem = Email.safeParse(email).error?.issues[0]?.message;
      if (problem) {
        setChecked({ findings: [{ level: 'wrong', block: null, words: problem }], bytes: 0 });
        return;
      }
      const { groups, onlyFor } = JSON.parse(asked) as {
        groups: MergeGroup[];
        onlyFor: Conditions;
      };
      call(api.checkEmail, { params: { clientId }, body: { email, groups, onlyFor } }).then(
        (found) => isOver || setChecked(found),
        (error: unknown) =>
          isOver ||
          setChecked({
            findings: [{ level: 'wrong', block: null, words: messageOf(error) }],
            bytes: 0,
          }),
      );
    }, pauseMs);
    return () => {
      isOver = true;
      clearTimeout(waiting);
    };
  }, [clientId, email, asked]);
  return { findings: checked?.findings ?? null, bytes: checked?.bytes ?? 0 };
}
