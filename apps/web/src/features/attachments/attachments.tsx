import { Button, Image, Popconfirm } from 'antd';
import { useId, useState } from 'react';
import {
  newId,
  problemOf,
  useAttachFileMutation,
  useTakeOffAttachmentMutation,
  type AttachmentDto,
} from '../../shared/api/index.ts';
import { dayText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { fittingPicture } from './fitting-picture.ts';
import './attachments.css';

interface AttachmentsProps {
  readonly files: readonly AttachmentDto[];
  readonly beside: { readonly sourceId: string } | { readonly unitId: string } | { readonly checkId: string };
  /** Label of the button, which states what to photograph. */
  readonly words: string;
}

const addressOf = ({ id }: AttachmentDto): string => `/api/attachments/${id}`;

/** Photos and papers of a record, and a button to add one; a tablet offers its camera. */
export function Attachments({ files, beside, words }: AttachmentsProps) {
  const field = useId();
  const mayAdd = useMay('attachFile');
  const mayTakeOff = useMay('takeOffAttachment');
  const [making, setMaking] = useState(false);
  const [attach, { error, isLoading }] = useAttachFileMutation();
  const [takeOff, takingOff] = useTakeOffAttachmentMutation();
  const busy = making || isLoading;
  const add = async (file: File | undefined): Promise<void> => {
    if (file === undefined) return;
    setMaking(true);
    const picture = await fittingPicture(file);
    setMaking(false);
    // The file name is for people; the media type is detected from the content.
    const body = new Blob([picture], { type: 'application/octet-stream' });
    await attach({ id: newId(), ...beside, name: file.name.trim().slice(0, 120) || 'Photo', body });
  };
  if (files.length === 0 && !mayAdd) return null;
  return (
    <div className="attachments">
      {files.length > 0 && (
        <ul>
          {files.map((file) => (
            <Attached key={file.id} file={file} takeOff={mayTakeOff ? () => void takeOff({ id: file.id }) : null} />
          ))}
        </ul>
      )}
      {mayAdd && (
        <label htmlFor={field} className={`attach no-print${busy ? ' busy' : ''}`}>
          <input
            id={field}
            type="file"
            accept="image/*,application/pdf"
            disabled={busy}
            onChange={({ target }) => {
              void add(target.files?.[0]);
              target.value = '';
            }}
          />
          {busy ? 'Saving …' : words}
        </label>
      )}
      <ProblemNote problem={problemOf(error ?? takingOff.error)} />
    </div>
  );
}

const sizeText = (bytes: number): string =>
  bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

interface AttachedProps {
  readonly file: AttachmentDto;
  /** Null: this person may not. */
  readonly takeOff: (() => void) | null;
}

/** One photo or paper. */
const Attached = ({ file, takeOff }: AttachedProps) => (
  <li>
    {file.mediaType === 'application/pdf' ? (
      <a className="paper" href={addressOf(file)} download={file.name}>
        {file.name}
        <span className="muted"> PDF, {sizeText(file.size)}</span>
      </a>
    ) : (
      <Image src={addressOf(file)} alt={file.name} width={112} height={84} loading="lazy" />
    )}
    <span className="muted attached-by">
      {file.addedBy}, {dayText(file.addedAt)}
    </span>
    {takeOff !== null && (
      <Popconfirm
        title={`Take ${file.name} off?`}
        description="It is no longer shown. The history keeps that it was here."
        okText="Remove"
        cancelText="Cancel"
        onConfirm={takeOff}
      >
        <Button size="small" type="text" className="no-print">
          Remove
        </Button>
      </Popconfirm>
    )}
  </li>
);
