interface FileDropProps {
  readonly many: string;
  readonly accept: string;
  readonly file: File | null;
  readonly take: (file: File) => void;
}

/** A field to choose or drop a file. */
export const FileDrop = ({ many, accept, file, take }: FileDropProps) => (
  <label className="file-drop">
    <input
      type="file"
      accept={accept}
      aria-label={`File of ${many}`}
      onChange={({ target }) => {
        const chosen = target.files?.[0];
        if (chosen !== undefined) take(chosen);
        // Reset, so that choosing the same corrected file triggers a change again.
        target.value = '';
      }}
    />
    <span>
      <b>{file === null ? 'Choose a file' : file.name}</b>
      <span className="muted">{file === null ? ' or drop it here' : ' Corrected it? Choose it again.'}</span>
    </span>
  </label>
);
