import { Button } from 'antd';

interface HeldProps {
  readonly name: string;
  readonly take: () => void;
  readonly leave: () => void;
}

/**
 * Entries of another person on this device that the server does not have. They are not sent under another name without
 * a decision.
 */
export const HeldPanel = ({ name, take, leave }: HeldProps) => (
  <section className="conflict" role="alert">
    <h2>
      {name} entered something here that was not sent. It is sent when {name} signs in on this device.
    </h2>
    <p>If you carry on the check, you can use these entries. They are then saved under your name.</p>
    <Button type="primary" onClick={take}>
      Use the entries of {name}
    </Button>
    <Button onClick={leave}>Leave them for {name}</Button>
  </section>
);
