import { api, type AlsoGivenView, type PersonRecord } from '@plumgate/contract';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { whenText } from '../../ui/when.ts';

const labels = { name: 'Name', email: 'Email', phone: 'Phone' };

/** What was typed on a form under this person's email address and differs from what is known: to be asked about, then used or dismissed. */
export function AlsoGiven({ person, zone }: { person: PersonRecord; zone: string }) {
  const refresh = useRefreshAll();
  const decide = async (
    endpoint: typeof api.useAlsoGiven | typeof api.dismissAlsoGiven,
    { field, value }: AlsoGivenView,
    done: string,
  ) => {
    try {
      await call(endpoint, { params: { personId: person.id }, body: { field, value } });
      await refresh();
      toast(done);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <section
      aria-labelledby="also-given"
      className="grid gap-2 rounded-card bg-honey-tint px-4 py-3"
    >
      <h3 id="also-given" className="text-honey">
        Also given
      </h3>
      <p className="text-xs text-muted">
        A form named this person with other details. Ask them before you use these.
      </p>
      <ul className="grid gap-2">
        {person.alsoGiven.map((given) => (
          <li key={given.field + given.value} className="flex flex-wrap items-center gap-2">
            <span className="min-w-0 flex-1 basis-24 break-words">
              <b className="font-semibold">{given.value}</b>
              <span className="block text-xs text-muted">
                {labels[given.field]}, {whenText(given.givenAt, zone)}
              </span>
            </span>
            <span className="flex">
              <Button
                onClick={() =>
                  void decide(api.useAlsoGiven, given, `The ${given.field} is now ${given.value}.`)
                }
              >
                Use this
              </Button>
              <Button
                look="quiet"
                onClick={() => void decide(api.dismissAlsoGiven, given, 'Dismissed.')}
              >
                Dismiss
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
