import { Input } from 'antd';
import { useRef } from 'react';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  usePreviewInUseQuery,
  useChooseSourceMutation,
  type FamilyDto,
} from '../../shared/api/index.ts';
import { SOURCE_WORDS } from '../../shared/format/index.ts';
import { FormDialog, ShopField, ShopForm } from '../../shared/ui/index.ts';
import { StatusChanges } from './status-changes.tsx';

/** Puts another source in use, or none, after a preview of the changed statuses and with a reason. */
export function InUseForm({
  family,
  sourceId,
  close,
}: {
  readonly family: FamilyDto;
  readonly sourceId: string | null;
  readonly close: () => void;
}) {
  const id = useRef(newId());
  const preview = usePreviewInUseQuery(
    { id: family.id, ...(sourceId !== null && { sourceId }) },
    { refetchOnMountOrArgChange: true },
  );
  const [put] = useChooseSourceMutation();
  const source = family.sources.find((each) => each.id === sourceId);
  const title =
    source === undefined
      ? `Stop using the source for ${family.code}?`
      : `${SOURCE_WORDS[source.kind]} in use for ${family.code}?`;
  return (
    <FormDialog title={title} close={close}>
      {(changed) => (
        <ShopForm
          name="in-use"
          initial={{ reason: '' }}
          submit={source === undefined ? 'Stop using it' : 'Use this source'}
          changed={changed}
          send={async ({ reason }) => {
            const choice = { id: id.current, sourceId, reason: reason.trim(), revision: family.revision };
            const { error } = await put({ id: family.id, chooseSourceDto: choice });
            if (error === undefined) close();
            return problemOf(error);
          }}
        >
          <StatusChanges preview={preview.data} problem={problemOf(preview.error)} />
          <p className="muted">Past checks keep their verdict and the revision they were evaluated by.</p>
          <ShopField name="reason" label="Why" needed="Say why: it stays on the record of the family.">
            <Input.TextArea rows={2} maxLength={TEXT_LIMITS.ChooseSourceDto.reason} />
          </ShopField>
        </ShopForm>
      )}
    </FormDialog>
  );
}
