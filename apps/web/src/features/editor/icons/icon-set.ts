import { iconOfSet, type DrawnIcon } from '@plumgate/core/icons';

type Nodes = [tag: string, attributes: Record<string, string>][];

/** The icon set that comes with the program. */
export interface IconSet {
  names: string[];
  tags: Record<string, string[]>;
  icon: (name: string) => DrawnIcon | null;
}

let loading: Promise<IconSet> | null = null;

/** Loads the icon set, once. */
export function loadIconSet(): Promise<IconSet> {
  loading ??= load().catch((error: unknown) => {
    loading = null;
    throw error;
  });
  return loading;
}

async function load(): Promise<IconSet> {
  const { nodesHref, tagsHref } = await import('./icon-set-files.ts');
  const [nodes, tags] = (await Promise.all(
    [nodesHref, tagsHref].map(async (href) => (await fetch(href)).json()),
  )) as [Record<string, Nodes>, Record<string, string[]>];
  const cache = new Map<string, DrawnIcon | null>();
  return {
    names: Object.keys(nodes),
    tags,
    icon: (name) => {
      if (!cache.has(name)) {
        const made = iconOfSet(name, nodes[name] ?? []);
        cache.set(name, made.ok ? made.value : null);
      }
      return cache.get(name)!;
    },
  };
}
