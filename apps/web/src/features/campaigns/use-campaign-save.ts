import { api, type CampaignView } from '@plumgate/contract';
import { CampaignContent } from '@plumgate/core/campaigns';
import { useCallback, useEffect, useRef, useState } from 'react';
import { call, messageOf } from '../../api/call.ts';
import type { AutosaveState } from '../../ui/use-autosave.ts';

const saveDelayMs = 800;

/** A draft that saves itself a moment after each change, and at once when it is asked to. */
export function useCampaignSave(campaign: CampaignView) {
  const [content, setContent] = useState(campaign.content);
  const [state, setState] = useState<AutosaveState>('none');
  const [problem, setProblem] = useState('');
  const latest = useRef({ content, version: campaign.version, saved: campaign.content });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const saving = useRef<Promise<boolean>>(Promise.resolve(true));

  /** Saves what is not saved yet; gives whether everything is saved then. */
  const save = useCallback(async (): Promise<boolean> => {
    clearTimeout(timer.current);
    const before = saving.current;
    saving.current = (async () => {
      await before;
      const { content, version, saved } = latest.current;
      if (content === saved) return true;
      const wrong = CampaignContent.safeParse(content).error?.issues[0]?.message;
      if (wrong) {
        setState('invalid');
        setProblem(wrong);
        return false;
      }
      try {
        const params = { campaignId: campaign.id };
        const answer = await call(api.saveCampaign, { params, body: { version, content } });
        latest.current = { ...latest.current, version: answer.version, saved: content };
        setState('saved');
        setProblem('');
        return true;
      } catch (error) {
        setState('failed');
        setProblem(messageOf(error));
        return false;
      }
    })();
    return saving.current;
  }, [campaign.id]);

  const change = (changes: Partial<CampaignContent>) => {
    const changed = { ...latest.current.content, ...changes };
    latest.current.content = changed;
    setContent(changed);
    setState('saving');
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void save(), saveDelayMs);
  };
  useEffect(() => {
    const flush = () => void save();
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, [save]);
  return { content, change, save, state, problem };
}
