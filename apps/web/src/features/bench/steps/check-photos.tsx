import { useListAttachmentsQuery } from '../../../shared/api/index.ts';
import { Attachments } from '../../attachments/index.ts';

/** Photos beside a check, and a way to add one. */
export function CheckPhotos({ checkId, words }: { readonly checkId: string; readonly words: string }) {
  const { data: photos = [] } = useListAttachmentsQuery({ checkId });
  return <Attachments files={photos} beside={{ checkId }} words={words} />;
}
