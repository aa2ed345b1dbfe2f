import { api, type PageChoice } from '@plumgate/contract';
import { Slug, slugFrom } from '@plumgate/core/basics';
import { useDeferredValue, useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';

/** Where the page answers. Another ending is checked as it is typed; the earlier one leads to the page forever. */
export function PageAddress({
  page,
  title,
}: {
  page: Pick<PageChoice, 'pageId' | 'slug' | 'address'>;
  title: string;
}) {
  const refresh = useRefreshAll();
  const [kept, setKept] = useState({ slug: page.slug, address: page.address });
  const [typed, setTyped] = useState(page.slug);
  const read = Slug.safeParse(typed);
  const asked = useDeferredValue(read.data ?? '');
  const check = useEndpoint(
    api.checkAddress,
    { params: { pageId: page.pageId }, query: { slug: asked } },
    { enabled: asked !== '' && asked !== kept.slug },
  );
  const isOther = typed !== kept.slug;
  const taken = isOther && asked === typed && check.data?.free === false ? check.data.by : null;
  const problem = !read.success
    ? read.error.issues[0]!.message
    : taken
      ? `Taken by “${taken}”, now or earlier.`
      : undefined;
  const change = async () => {
    try {
      const done = await call(api.changeAddress, {
        params: { pageId: page.pageId },
        body: { slug: typed },
      });
      setKept(done);
      await refresh();
      toast('Changed. The earlier address leads here from now on.');
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const suggested = slugFrom(title.replace(/\{\{.*?\}\}/g, ' '));
  return (
    <div className="grid gap-1.5">
      <TextField
        label="Page address"
        value={typed}
        error={problem}
        help={`Live at ${kept.address}`}
        onChange={(event) => setTyped(event.target.value.trim())}
      />
      <div className="flex flex-wrap items-center gap-1.5">
        {isOther && (
          <>
            <Button disabled={problem !== undefined} onClick={() => void change()}>
              Change the address
            </Button>
            <Button look="quiet" onClick={() => setTyped(kept.slug)}>
              Discard changes
            </Button>
            {/* At the end, so that the buttons stay where they are pressed as it comes. */}
            {asked === typed && check.data?.free && (
              <span className="order-last text-xs text-muted">Available.</span>
            )}
          </>
        )}
        {suggested !== typed && (
          <Button look="quiet" onClick={() => setTyped(suggested)}>
            From the title
          </Button>
        )}
      </div>
    </div>
  );
}
