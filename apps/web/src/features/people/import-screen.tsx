import { api, type ConditionChoices } from '@plumgate/contract';
import { Download, Upload } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { messageOf } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { FileInput } from '../../ui/file-input.tsx';
import { JobProgress, useJob } from '../../ui/job-progress.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { glimpseOf } from './csv-glimpse.ts';
import type { CsvGlimpse } from './csv-worker.ts';
import { importKinds, type ImportKind } from './import-kinds.ts';
import { PeopleTabs } from './people-tabs.tsx';

/** A file that was chosen, and what its columns fill. */
interface Chosen {
  file: File;
  glimpse: CsvGlimpse;
  targets: string[];
}

/** Brings people or calls in from a file: its columns are matched, the whole of it is tried, and then it is imported. */
export function ImportScreen() {
  const client = useClient();
  const params = { clientId: client?.id ?? '' };
  const choices = useEndpoint(
    api.getConditionChoices,
    { params },
    { enabled: client !== undefined },
  );
  const [query, setQuery] = useSearchParams();
  const of = query.get('of') === 'calls' ? 'calls' : 'people';
  const kind = importKinds[of];
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  if (choices.isError) return <Failed error={choices.error} again={() => void choices.refetch()} />;
  if (!client || !choices.data) return <Skeleton />;
  const { fields } = choices.data;
  const choose = async ([file]: File[]) => {
    setProblem(null);
    setChosen(null);
    try {
      const glimpse = await glimpseOf(file!);
      if (glimpse.rows === 0) throw new Error(kind.noRow);
      const targets = kind.guess(glimpse, { fields, country: client.country });
      setChosen({ file: file!, glimpse, targets });
    } catch (error) {
      setProblem(messageOf(error));
    }
  };
  return (
    <div className="flex h-full flex-col">
      <PageHead
        title="Import"
        beside={
          <InlineSelect
            label="What is in the file"
            options={{ people: importKinds.people.label, calls: importKinds.calls.label }}
            value={of}
            onChange={(next) => {
              setChosen(null);
              setProblem(null);
              setQuery(next === 'calls' ? { of: 'calls' } : {}, { replace: true });
            }}
          />
        }
      >
        <Button look={chosen ? 'plain' : 'main'} onClick={() => input.current?.click()}>
          <Upload className="size-4" /> {chosen ? 'Choose another file' : 'Choose a file'}
        </Button>
        <FileInput
          input={input}
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          onFiles={(files) => void choose(files)}
        />
      </PageHead>
      <PeopleTabs clientSlug={client.slug} />
      <div className="min-h-0 flex-1 overflow-auto px-6 py-5 max-md:px-4">
        {problem && (
          <p role="alert" className="mb-4 rounded-control bg-brick-tint px-3 py-2 text-brick">
            {problem}
          </p>
        )}
        {chosen ? (
          <Columns
            key={chosen.file.name + chosen.file.size}
            {...{ kind, chosen, fields }}
            clientId={client.id}
            slug={client.slug}
            onTargets={(targets) => setChosen({ ...chosen, targets })}
          />
        ) : (
          <div className="grid max-w-xl gap-2 text-muted">
            {kind.howTo.map((line) => (
              <p key={line}>{line}</p>
            ))}
          </div>
        )}
      </div>
    </div>
  );
}

function Columns({
  kind,
  chosen: { file, glimpse, targets },
  fields,
  clientId,
  slug,
  onTargets,
}: {
  kind: ImportKind;
  chosen: Chosen;
  fields: ConditionChoices['fields'];
  clientId: string;
  slug: string;
  onTargets: (targets: string[]) => void;
}) {
  const [job, setJob] = useState<{ id: string; isTry: boolean } | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const start = async (isTry: boolean) => {
    setFailure(null);
    setJob(null);
    try {
      const { jobId } = await kind.start({ clientId, file, targets, isTry });
      setJob({ id: jobId, isTry });
    } catch (error) {
      setFailure(messageOf(error));
    }
  };
  const options = kind.options(fields);
  return (
    <div className="grid gap-5">
      <p>
        <b className="font-semibold">{file.name}</b> has {glimpse.rows.toLocaleString('en-US')}{' '}
        rows. What is in each column?
      </p>
      <table className="w-full max-w-4xl text-left" aria-label="Columns of the file">
        <thead className="text-xs text-muted">
          <tr className="h-8">
            <th className="pr-4 font-semibold">Column</th>
            <th className="pr-4 font-semibold max-md:hidden">In the first rows</th>
            <th className="font-semibold">Fills</th>
          </tr>
        </thead>
        <tbody>
          {glimpse.header.map((heading, index) => (
            <tr key={index} className="h-10 border-t border-line">
              <td className="max-w-48 truncate pr-4 font-semibold">
                {heading || `Column ${index + 1}`}
              </td>
              <td className="max-w-80 truncate pr-4 text-muted max-md:hidden">
                {glimpse.sample
                  .map((row) => row[index])
                  .filter(Boolean)
                  .slice(0, 3)
                  .join(' · ')}
              </td>
              <td>
                <InlineSelect
                  label={`What ${heading || `column ${index + 1}`} fills`}
                  options={options}
                  value={targets[index] ?? 'skip'}
                  onChange={(target) => {
                    setJob(null);
                    onTargets(targets.with(index, target));
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {failure && (
        <p role="alert" className="rounded-control bg-brick-tint px-3 py-2 text-brick">
          {failure}
        </p>
      )}
      {job && (
        <JobOf key={job.id} {...job} {...{ kind, slug }} onImport={() => void start(false)} />
      )}
      {!job && (
        <div>
          <Button look="main" onClick={() => void start(true)}>
            Try it on the whole file
          </Button>
        </div>
      )}
    </div>
  );
}

/** How far a try or an import is; after a try, the press that carries it out. */
function JobOf({
  kind,
  id,
  isTry,
  slug,
  onImport,
}: {
  kind: ImportKind;
  id: string;
  isTry: boolean;
  slug: string;
  onImport: () => void;
}) {
  const params = { jobId: id };
  const act = useAct();
  const job = useJob(id);
  const bad = Number(job.result?.bad ?? 0);
  const isDone = job.state === 'done';
  return (
    <div className="grid max-w-3xl gap-3">
      <JobProgress
        job={job}
        doing={isTry ? 'Trying the file' : 'Importing'}
        resultWords={(result) => kind.resultWords(result, isTry)}
      />
      <div className="flex flex-wrap gap-2">
        {isDone && isTry && (
          <Button look="main" onClick={onImport}>
            Import
          </Button>
        )}
        {isDone && !isTry && (
          <Link
            className="self-center font-semibold text-plum-dark underline"
            to={`/${slug}/people`}
          >
            Show the people
          </Link>
        )}
        {isDone && bad > 0 && (
          <Button onClick={() => void act(() => saveFile(api.getBadRows, { params }))}>
            <Download className="size-4" /> {bad.toLocaleString('en-US')} bad{' '}
            {bad === 1 ? 'row' : 'rows'}, with the reasons
          </Button>
        )}
      </div>
    </div>
  );
}
