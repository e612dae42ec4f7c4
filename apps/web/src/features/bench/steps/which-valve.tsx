import type { BladeDto, CheckDraftDto, DraftValveDto, Feel } from '../../../shared/api/index.ts';
import { FEEL_WORDS, bladesText, valveText } from '../../../shared/format/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import { ChoiceRow } from './choice-row.tsx';

/** A try that may belong to another valve: one that was moved and not gauged since. */
export interface Doubted {
  readonly tried: readonly BladeDto[];
  readonly feel: Feel;
  /** Index of the other valve. */
  readonly other: number;
}

interface WhichValveProps {
  readonly doubted: Doubted;
  readonly valve: DraftValveDto;
  readonly draft: CheckDraftDto;
  readonly cylinders: number;
  readonly here: () => void;
  readonly there: () => void;
}

/** Asked once for each valve, so that the gap set on one valve is not recorded as the finding of another. */
export function WhichValve({ doubted, valve, draft, cylinders, here, there }: WhichValveProps) {
  const unit = useShopUnit();
  const other = draft.valves[doubted.other];
  if (other === undefined) return null;
  const [mine, theirs] = [valveText(valve, cylinders), valveText(other, cylinders)];
  return (
    <section className="gap-question" aria-label="Which valve was gauged?">
      <p className="strong" role="alert">
        {theirs} was moved and is not gauged again. In which valve was this blade?
      </p>
      <p className="muted">
        {bladesText(doubted.tried, unit)} {FEEL_WORDS[doubted.feel]}.
      </p>
      <ChoiceRow
        label="In which valve was this blade?"
        options={[
          ['here', `${mine}, as found`],
          ['there', `${theirs}, after it was moved`],
        ]}
        value={null}
        choose={(which) => (which === 'here' ? here() : there())}
      />
    </section>
  );
}
