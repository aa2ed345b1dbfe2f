import { api } from '@plumgate/contract';
import { Download, Upload } from 'lucide-react';
import { useRef, useState } from 'react';
import { upload } from '../../api/upload.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { FileInput } from '../../ui/file-input.tsx';
import { JobProgress, useJob } from '../../ui/job-progress.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { FailureLine } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';

/** Brings listings in from a file: tried first, so that somebody sees what would come of it. */
export function ImportListings({
  client,
  onClose,
}: {
  client: { id: string; name: string };
  onClose: () => void;
}) {
  const [file, setFile] = useState<File | null>(null);
  const [job, setJob] = useState<{ id: string; isTry: boolean } | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const input = useRef<HTMLInputElement>(null);
  const start = async (chosen: File, isTry: boolean) => {
    setFailure(null);
    setJob(null);
    try {
      const { jobId } = await upload(
        api.importListings,
        { params: { clientId: client.id }, query: { try: isTry ? 'yes' : 'no' } },
        chosen,
      );
      setJob({ id: jobId, isTry });
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Import listings" width="w-[560px]" onClose={onClose}>
      <div className="grid gap-4">
        <p className="text-muted">
          A CSV or JSON file as your listing system saves it, in the field names of the RESO Data
          Dictionary, or a table with headings such as Address, Town, Price, Beds. A home with a
          number that is here already is changed; pictures and open houses stay.
        </p>
        <div className="flex items-center gap-3">
          <Button look={file ? 'plain' : 'main'} onClick={() => input.current?.click()}>
            <Upload className="size-4" aria-hidden /> {file ? 'Another file' : 'Choose a file'}
          </Button>
          <span className="truncate">{file?.name}</span>
          <FileInput
            input={input}
            accept=".csv,.json,.txt,text/csv,application/json"
            onFiles={([chosen]) => {
              setFile(chosen!);
              void start(chosen!, true);
            }}
          />
        </div>
        <FailureLine failure={failure} />
        {job && file && (
          <JobOf key={job.id} {...job} onImport={() => void start(file, false)} onClose={onClose} />
        )}
      </div>
    </Dialog>
  );
}

const homes = (count: unknown): string =>
  `${Number(count).toLocaleString('en-US')} ${count === 1 ? 'home' : 'homes'}`;

function JobOf({
  id,
  isTry,
  onImport,
  onClose,
}: {
  id: string;
  isTry: boolean;
  onImport: () => void;
  onClose: () => void;
}) {
  const job = useJob(id);
  const act = useAct();
  const isDone = job.state === 'done';
  const bad = Number(job.result?.bad ?? 0);
  return (
    <div className="grid gap-3">
      <JobProgress
        job={job}
        doing={isTry ? 'Trying the file' : 'Importing'}
        resultWords={({ made, changed }) =>
          isTry
            ? `This would add ${homes(made)} and change ${homes(changed)}.`
            : `Added ${homes(made)}, changed ${homes(changed)}.`
        }
      />
      <div className="flex flex-wrap justify-end gap-2">
        {isDone && bad > 0 && (
          <Button
            onClick={() => void act(() => saveFile(api.getBadRows, { params: { jobId: id } }))}
          >
            <Download className="size-4" aria-hidden /> {bad.toLocaleString('en-US')} that can’t be
            read
          </Button>
        )}
        {isDone && isTry && (
          <Button look="main" onClick={onImport}>
            Import
          </Button>
        )}
        {isDone && !isTry && (
          <Button look="main" onClick={onClose}>
            Done
          </Button>
        )}
      </div>
    </div>
  );
}
