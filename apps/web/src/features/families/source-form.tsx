import { useState } from 'react';
import { type FamilyDto, type Problem, newId, problemOf, useAddSourceMutation } from '../../shared/api/index.ts';
import { FormDialog, ShopForm, unreadable } from '../../shared/ui/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { SourceFields, type TypedSource, emptySource, missingOf, sourceOf } from './source-fields.tsx';

/** Adds another source; a lead decides whether to put it in use. */
export function SourceForm({ family, close }: { readonly family: FamilyDto; readonly close: () => void }) {
  const shopUnit = useShopUnit();
  const [initial] = useState(() => emptySource(shopUnit));
  const [id] = useState(newId);
  const [add] = useAddSourceMutation();
  const send = async (source: TypedSource): Promise<Problem | null> => {
    const ready = sourceOf(id, source);
    if (ready === null) return unreadable(missingOf(source));
    const { error } = await add({ id: family.id, newSourceDto: ready });
    if (error === undefined) close();
    return problemOf(error);
  };
  return (
    <FormDialog title={`Add a source for ${family.code}?`} width={640} close={close}>
      {(changed) => (
        <ShopForm name="source" initial={initial} send={send} submit="Add it" changed={changed}>
          <SourceFields at={[]} fuel={family.sheet.fuel} />
        </ShopForm>
      )}
    </FormDialog>
  );
}
