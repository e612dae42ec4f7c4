import { Key } from '../../../shared/ui/index.ts';

interface BigChoiceProps {
  readonly words: string;
  /** Empty where it has none. */
  readonly keyName: string;
  /** Its place in an order, once it is chosen. */
  readonly place?: number | null;
  readonly chosen: boolean;
  readonly role: 'checkbox' | 'radio';
  readonly choose: () => void;
}

/** A choice for a thumb or for one key. */
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
    {place !== null && <span className="mono">{place}</span>}
    {keyName !== '' && <Key name={keyName} />}
  </button>
);
