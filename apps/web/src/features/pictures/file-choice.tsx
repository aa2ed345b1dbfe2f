import { api, type FileType } from '@plumgate/contract';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { messageOf } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { upload } from '../../api/upload.ts';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { useClient } from '../../api/client.ts';
import { FileInput } from '../../ui/file-input.tsx';

const kinds = {
  document: { types: ['application/pdf'], accept: '.pdf', help: 'PDF, at most 20 MB' },
  film: {
    types: ['video/mp4', 'video/webm'],
    accept: '.mp4,.webm',
    help: 'MP4 or WebM, at most 20 MB',
  },
} as const satisfies Record<string, { types: FileType[]; accept: string; help: string }>;

/** One of the client's files, or a new one. */
export function FileChoice({
  kind,
  value,
  onChange,
}: {
  kind: keyof typeof kinds;
  value: string;
  onChange: (file: string) => void;
}) {
  const clientId = useClient()?.id ?? '';
  const files = useEndpoint(api.listFiles, { params: { clientId } });
  const input = useRef<HTMLInputElement>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const { types, accept, help } = kinds[kind];
  const known = (files.data?.files ?? []).filter(({ type }) => types.includes(type as never));
  const add = async (file: File) => {
    setProgress(0);
    try {
      const kept = await upload(
        api.addFile,
        { params: { clientId }, query: { name: file.name.slice(0, 120) } },
        file,
        setProgress,
      );
      if (!types.includes(kept.type as never)) throw new Error(`That is not ${help}.`);
      onChange(kept.id);
      await files.refetch();
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setProgress(null);
    }
  };
  const names = Object.fromEntries(known.map(({ id, name }) => [id, name]));
  return (
    <>
      <SelectField
        label="File"
        options={value in names ? names : { '': 'Choose a file', ...names }}
        value={value in names ? value : ''}
        onChange={(event) => event.target.value && onChange(event.target.value)}
      />
      <FileInput input={input} accept={accept} onFiles={([file]) => void add(file!)} />
      <Button disabled={progress !== null} onClick={() => input.current?.click()}>
        {progress === null ? 'Add a file' : `Adding, ${Math.round(progress * 100)}%`}
      </Button>
      <p className="-mt-2 text-xs text-muted">{help}</p>
    </>
  );
}
