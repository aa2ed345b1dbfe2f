import { toast } from 'sonner';

/** Puts words where they can be pasted from, and says so. */
export async function copyText(text: string): Promise<void> {
  await navigator.clipboard.writeText(text);
  toast('Copied.');
}
