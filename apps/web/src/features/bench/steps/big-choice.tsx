import { Key } from '../../../shared/ui/index.ts';

interface BigChoiceProps {
  readonly words: string;
  /** Empty if it has none. */
  readonly keyName: string;
  /** Its place in an order, once it is chosen. */
  readonly place?: number | null;
  readonly chosen: boolean;
  readonly role: 'checkbox' | 'radio';
  readonly choose: () => void;
}

const ordinal = (place: number): string => `${place}${{ 1: 'st', 2: 'nd', 3: 'rd' }[place] ?? 'th'}`;

/** A choice with a large target and a key. */
export const BigChoice = ({ words, keyName, place = null, chosen, role, choose }: BigChoiceProps) => (
  <button
    type="button"
    role={role}
    aria-checked={chosen}
    className={`big-choice${chosen ? ' chosen' : ''}`}
    onClick={choose}
  >
    <span className="step-box" aria-hidden="true" />
    {words}
    {place !== null && <span className="dense">{ordinal(place)} off</span>}
    {keyName !== '' && <Key name={keyName} />}
  </button>
);
