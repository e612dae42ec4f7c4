import { Input } from 'antd';
import { TEXT_LIMITS, type WorkDto } from '../../../shared/api/index.ts';
import { engineParts } from '../../../shared/format/index.ts';
import { ShopField, ShopForm, useKeys } from '../../../shared/ui/index.ts';
import { BigChoice } from './big-choice.tsx';
import { useBenchPort } from '../port/bench-port.ts';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

type Off = NonNullable<WorkDto['off']>;
/** Number of number keys. */
const KEYS = 9;

/** The parts to remove in order, so that they are put back in reverse. */
export function OpenStep({ unit, draft, change, goOn }: StepProps) {
  const { Photos } = useBenchPort();
  const { family, particulars } = unit;
  const off = draft.work?.off ?? [];
  const set = (next: Off): void => change(withWork({ off: next }));
  const toggle = (name: string): void =>
    set(
      off.some((each) => each.name === name)
        ? off.filter((each) => each.name !== name)
        : [...off, { name, back: false }],
    );
  const add = (typed: { readonly name: string }): Promise<null> => {
    const name = typed.name.trim();
    if (!off.some((each) => each.name === name)) set([...off, { name, back: false }]);
    return Promise.resolve(null);
  };
  const others = off.filter(({ name }) => !family.sheet.comesOff.includes(name));
  const names = [...family.sheet.comesOff, ...others.map(({ name }) => name)];
  useKeys(
    names
      .slice(0, KEYS)
      .map((name, index) => ({ key: String(index + 1), what: `Off: ${name}`, run: () => toggle(name) })),
  );
  return (
    <StepFrame step="open" unit={unit} draft={draft} change={change} goOn={goOn}>
      <p className="muted">
        Tick what you take off, in that order. Keep short and long screws apart. Blow dirt from around the{' '}
        {engineParts(family.sheet).plug} before it comes out. Never pry on a sealing face.
      </p>
      {particulars.obstacle !== '' && <p className="strong">On this machine: {particulars.obstacle}</p>}
      {particulars.access !== '' && <p>Access: {particulars.access}</p>}
      <div className="off-list" role="group" aria-label="What came off">
        {names.map((name, index) => {
          const place = off.findIndex((each) => each.name === name);
          return (
            <BigChoice
              key={name}
              role="checkbox"
              words={name}
              keyName={index < KEYS ? String(index + 1) : ''}
              place={place >= 0 ? place + 1 : null}
              chosen={place >= 0}
              choose={() => toggle(name)}
            />
          );
        })}
      </div>
      <ShopForm name="off" className="off-more" again initial={{ name: '' }} submit="Add it" send={add}>
        <ShopField name="name" needed="Say what came off.">
          <Input
            aria-label="Something else that came off"
            placeholder="Something else"
            maxLength={TEXT_LIMITS.OffPartDto.name}
          />
        </ShopField>
      </ShopForm>
      {Photos !== null && <Photos words="Add a photo of how it was" />}
    </StepFrame>
  );
}
