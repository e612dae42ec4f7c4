import { useListAttachmentsQuery } from '../../shared/api/index.ts';
import { Attachments } from '../attachments/index.ts';

/** The plate as it was photographed: who doubts a serial or a stamping looks there. */
export function UnitPhotos({ unitId }: { readonly unitId: string }) {
  const { data: files = [] } = useListAttachmentsQuery({ unitId });
  return <Attachments files={files} beside={{ unitId }} words="Photo of the plate" />;
}
