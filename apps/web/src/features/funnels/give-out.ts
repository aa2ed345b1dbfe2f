import type { Done } from '../../ui/use-act.ts';

/** Saves a zip that the server made. */
export async function giveOut(made: Promise<{ name: string; zip: string }>): Promise<Done> {
  const { name, zip } = await made;
  const link = document.createElement('a');
  link.href = `data:application/zip;base64,${zip}`;
  link.download = name;
  link.click();
  return { said: `Saved as ${name}.` };
}
