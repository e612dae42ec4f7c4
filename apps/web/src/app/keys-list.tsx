import { Modal } from 'antd';
import { Link } from 'react-router';
import { Key, useListedKeys } from '../shared/ui/index.ts';

/** The keys of the screen that is shown. */
export function KeysList({ open, close }: { readonly open: boolean; readonly close: () => void }) {
  const list = useListedKeys();
  return (
    <Modal open={open} onCancel={close} footer={null} title="Keys for this screen" width={420} destroyOnHidden>
      {open && (
        <dl className="keys-list">
          {list().map(({ key, what }) => (
            <div key={key + what}>
              <dt>
                <Key name={key} />
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      )}
      <p>
        <Link to="/this-device" onClick={close}>
          Use a pedal or a ring, big numbers, a voice
        </Link>
      </p>
    </Modal>
  );
}
