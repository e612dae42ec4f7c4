interface FileDropProps {
  readonly many: string;
  readonly accept: string;
  readonly file: File | null;
  readonly take: (file: File) => void;
}

/** Where a file is chosen, or dropped. */
export const FileDrop = ({ many, accept, file, take }: FileDropProps) => (
  <label className="file-drop">
    <input
      type="file"
      accept={accept}
      aria-label={`File of ${many}`}
      onChange={({ target }) => {
        const chosen = target.files?.[0];
        if (chosen !== undefined) take(chosen);
        // The same file again, fixed in the meantime, is read again.
        target.value = '';
      }}
    />
    <span>
      <b>{file === null ? 'Choose a file' : file.name}</b>
      <span className="muted">{file === null ? ' or drop it here' : ' Corrected it? Choose it again.'}</span>
    </span>
  </label>
);
