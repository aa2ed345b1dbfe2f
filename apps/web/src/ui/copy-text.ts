import { toast } from 'sonner';

/** Puts words where they can be pasted from; false where the browser does not allow it. */
export const putOnClipboard = (text: string): Promise<boolean> =>
  navigator.clipboard.writeText(text).then(
    () => true,
    () => false,
  );

/** Puts words where they can be pasted from, and says so. */
export async function copyText(text: string): Promise<void> {
  if (await putOnClipboard(text)) toast('Copied.');
  else toast.error('The browser did not allow it. Select the words and copy them by hand.');
}
