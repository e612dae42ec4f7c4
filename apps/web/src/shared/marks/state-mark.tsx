import type { UnitDto, UnitState } from '../api/index.ts';
import { STATE_WORDS } from '../format/index.ts';
import { KeepIn } from './keep-in.tsx';

interface StateMarkProps {
  readonly state: UnitState;
  /** A unit that is out on rent is called back. */
  readonly use?: UnitDto['use'];
}

/** The mark of a unit's state: a block of ink, hatching or an outline, with its words. */
export const StateMark = ({ state, use }: StateMarkProps) =>
  state === 'keep-in' ? (
    <KeepIn {...(use !== undefined && { use })} />
  ) : (
    <span className={`state-words state-${state}`}>{STATE_WORDS[state]}</span>
  );
