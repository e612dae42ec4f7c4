import { useListAttachmentsQuery } from '../../shared/api/index.ts';
import { Attachments } from '../attachments/index.ts';

/** Photos of the plate, to verify serial and stamping. */
export function UnitPhotos({ unitId }: { readonly unitId: string }) {
  const { data: files = [] } = useListAttachmentsQuery({ unitId });
  return <Attachments files={files} beside={{ unitId }} words="Photo of the plate" />;
}
