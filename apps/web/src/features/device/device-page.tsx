import { Button, Checkbox } from 'antd';
import { useEffect, useState } from 'react';
import { useDispatch } from 'react-redux';
import {
  MAPPED_ACTS,
  bigSwitched,
  canBeMapped,
  keyForgotten,
  keyLearned,
  usePreferences,
  voiceSwitched,
  type MappedAct,
} from '../../shared/preferences/index.ts';
import { Key, PageFrame, canSpeak, speak } from '../../shared/ui/index.ts';
import './device.css';

const ACT_WORDS: Record<MappedAct, string> = {
  free: 'The blade goes free',
  drags: 'The blade drags',
  wont: 'The blade won’t enter',
  next: 'Next',
  thicker: 'A thicker blade',
  moved: 'The adjuster was moved',
  locked: 'It was locked',
  undo: 'Undo the last try',
};

/** Settings of this device for work with oily hands: a pedal or a ring, big numbers, spoken answers. */
export function DevicePage() {
  const dispatch = useDispatch();
  const [learning, setLearning] = useState<MappedAct | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  useEffect(() => {
    if (learning === null) return;
    const hear = (event: KeyboardEvent): void => {
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.key === 'Escape') setLearning(null);
      else if (!canBeMapped(event.key)) setRefused(event.key);
      else {
        dispatch(keyLearned({ act: learning, key: event.key }));
        setRefused(null);
        setLearning(null);
      }
    };
    window.addEventListener('keydown', hear, true);
    return () => window.removeEventListener('keydown', hear, true);
  }, [learning, dispatch]);
  return (
    <PageFrame className="device-page" sentence="Kept on this device only.">
      <section aria-labelledby="pedal">
        <h2 id="pedal">Pedal, ring or any key</h2>
        <p className="muted">
          Most pedals and rings send a key, such as Page Down. Let this device learn which one means what.
        </p>
        <ul>
          {MAPPED_ACTS.map((act) => (
            <LearnedKey
              key={act}
              act={act}
              learning={learning === act}
              learn={() => {
                setRefused(null);
                setLearning(act);
              }}
              cancel={() => setLearning(null)}
            />
          ))}
        </ul>
        <p role="status" className={refused === null ? 'strong' : 'field-wrong'}>
          {learning !== null && refused === null && `Press the pedal for: ${ACT_WORDS[learning]}. Esc cancels.`}
          {refused !== null &&
            `${keyName(refused)} means something already. Set the pedal to another key, such as Page Down.`}
        </p>
      </section>
      <SeenAndHeard />
    </PageFrame>
  );
}

const keyName = (key: string): string => (key === ' ' ? 'Space' : key.replace(/([a-z])([A-Z])/g, '$1 $2'));

interface LearnedKeyProps {
  readonly act: MappedAct;
  readonly learning: boolean;
  readonly learn: () => void;
  readonly cancel: () => void;
}

/** One bench action and its assigned key. */
function LearnedKey({ act, learning, learn, cancel }: LearnedKeyProps) {
  const dispatch = useDispatch();
  const { keys } = usePreferences();
  return (
    <li>
      <b>{ACT_WORDS[act]}</b>
      <span>
        {keys[act] === undefined ? <span className="muted">no key yet</span> : <Key name={keyName(keys[act])} />}
      </span>
      {learning ? <Button onClick={cancel}>Cancel</Button> : <Button onClick={learn}>Learn its key</Button>}
      {keys[act] !== undefined && <Button onClick={() => dispatch(keyForgotten(act))}>Forget</Button>}
    </li>
  );
}

function SeenAndHeard() {
  const dispatch = useDispatch();
  const { big, voice } = usePreferences();
  return (
    <section aria-labelledby="seen">
      <h2 id="seen">Seen and heard from two steps away</h2>
      <Checkbox checked={big} onChange={() => dispatch(bigSwitched())}>
        Big numbers at the bench <Key name="g" />
      </Checkbox>
      <Checkbox checked={voice} disabled={!canSpeak()} onChange={() => dispatch(voiceSwitched())}>
        Say the answer aloud
      </Checkbox>
      <Button disabled={!canSpeak()} onClick={() => speak('Loose by two thou. Next, try four thou.')}>
        Hear an example
      </Button>
      {!canSpeak() && <p className="muted">This browser has no voice.</p>}
    </section>
  );
}
