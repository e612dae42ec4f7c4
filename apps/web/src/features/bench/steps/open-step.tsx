import { Button, Input } from 'antd';
import { useState } from 'react';
import { TEXT_LIMITS, type WorkDto } from '../../../shared/api/index.ts';
import { CheckPhotos } from './check-photos.tsx';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

type Off = NonNullable<WorkDto['off']>;

/** Everything that comes off, in its order, so that it goes back the other way round. */
export function OpenStep({ unit, checkId, draft, change, goOn }: StepProps) {
  const { family, particulars } = unit;
  const off = draft.work?.off ?? [];
  const [more, setMore] = useState('');
  const set = (next: Off): void => change(withWork({ off: next }));
  const toggle = (name: string): void =>
    set(
      off.some((each) => each.name === name)
        ? off.filter((each) => each.name !== name)
        : [...off, { name, back: false }],
    );
  const add = (): void => {
    const name = more.trim();
    if (name !== '' && !off.some((each) => each.name === name)) set([...off, { name, back: false }]);
    setMore('');
  };
  const others = off.filter(({ name }) => !family.sheet.comesOff.includes(name));
  return (
    <StepFrame step="open" unit={unit} draft={draft} change={change} goOn={goOn}>
      <p className="muted">
        Tick what you take off, in that order. Keep short and long screws apart. Blow dirt from around the plug before
        it comes out. Never pry on a sealing face.
      </p>
      {particulars.obstacle !== '' && <p className="strong">On this machine: {particulars.obstacle}</p>}
      {particulars.access !== '' && <p>Access: {particulars.access}</p>}
      <div className="off-list" role="group" aria-label="What came off">
        {[...family.sheet.comesOff, ...others.map(({ name }) => name)].map((name) => {
          const place = off.findIndex((each) => each.name === name);
          return (
            <button
              key={name}
              type="button"
              role="checkbox"
              aria-checked={place >= 0}
              className={`big-choice${place >= 0 ? ' chosen' : ''}`}
              onClick={() => toggle(name)}
            >
              <span className="step-box" aria-hidden="true" />
              {name}
              {place >= 0 && <span className="mono">{place + 1}</span>}
            </button>
          );
        })}
      </div>
      <form
        className="off-more"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <Input
          aria-label="Something else that came off"
          placeholder="Something else"
          maxLength={TEXT_LIMITS.OffPartDto.name}
          value={more}
          onChange={({ target }) => setMore(target.value)}
        />
        <Button htmlType="submit" disabled={more.trim() === ''}>
          Add it
        </Button>
      </form>
      <CheckPhotos checkId={checkId} words="Add a photo of how it was" />
    </StepFrame>
  );
}
