/** Files chosen by a button elsewhere, which presses this input. */
export function FileInput({
  input,
  accept,
  isMany = false,
  onFiles,
}: {
  input: React.RefObject<HTMLInputElement | null>;
  accept: string;
  /** Whether several may be chosen at once. */
  isMany?: boolean;
  /** At least one, in the order in which the browser gives them. */
  onFiles: (files: File[]) => void;
}) {
  return (
    <input
      ref={input}
      type="file"
      accept={accept}
      multiple={isMany}
      className="sr-only"
      tabIndex={-1}
      aria-hidden
      onChange={(event) => {
        const files = [...(event.target.files ?? [])];
        event.target.value = '';
        if (files.length > 0) onFiles(files);
      }}
    />
  );
}
