import type { DomainView } from '@plumgate/contract';
import { copyText } from '../../ui/copy-text.ts';

/** The records it needs, each beside what was found. */
export function RecordTable({ compared }: { compared: DomainView['compared'] }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left max-md:block md:min-w-[560px]">
        <thead className="text-xs text-muted max-md:hidden">
          <tr className="border-b border-line">
            <th className="py-1 font-semibold">Type</th>
            <th className="font-semibold">Name</th>
            <th className="font-semibold">Needed</th>
            <th className="font-semibold">Found</th>
          </tr>
        </thead>
        <tbody>
          {compared.map(({ needed, found, right }) => (
            <tr
              key={needed.type + needed.name}
              className="border-b border-line align-top last:border-0 max-md:grid max-md:gap-1 max-md:py-2"
            >
              <td className="font-semibold md:py-2 md:pr-4">{needed.type}</td>
              <td className="break-all md:min-w-44 md:py-2 md:pr-4">{needed.name}</td>
              <td className="md:py-2 md:pr-4">
                <span className="text-muted md:hidden">Needed </span>
                <span className="break-all">{needed.value}</span>{' '}
                <button
                  type="button"
                  className="text-xs font-semibold text-plum-dark hover:underline"
                  onClick={() => void copyText(needed.value)}
                >
                  Copy
                </button>
              </td>
              <td className={`md:py-2 ${right ? 'text-leaf' : 'text-brick'}`}>
                <span className="text-muted md:hidden">Found </span>
                {right ? (
                  <span>This</span>
                ) : found.length === 0 ? (
                  <span>Nothing</span>
                ) : (
                  found.map(({ type, value }) => (
                    <span key={type + value} className="block break-all">
                      {type} {value}
                    </span>
                  ))
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
