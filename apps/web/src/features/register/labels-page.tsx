import { fieldOf } from '@sturdy-shim/core';
import { Button } from 'antd';
import { Link, useLocation } from 'react-router';
import { countText } from '../../shared/format/index.ts';
import { QrCode } from '../../shared/qr/index.ts';
import { EmptyPlace, PageFrame } from '../../shared/ui/index.ts';
import './register.css';

const textsIn = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((each) => typeof each === 'string') : [];

/** A printable sheet of labels whose codes open the unit's page. */
export function LabelsPage() {
  const tags = textsIn(fieldOf(useLocation().state, 'tags'));
  return (
    <PageFrame
      className="labels"
      detail={tags.length === 0 ? undefined : countText(tags.length)}
      sentence="Each label opens its unit's page when it is scanned."
      actions={
        tags.length > 0 && (
          <Button type="primary" onClick={() => window.print()}>
            Print
          </Button>
        )
      }
    >
      {tags.length === 0 && (
        <EmptyPlace
          what="A sheet of labels to print will stand here: a code and the tag, one for each unit that you choose."
          begin={
            <p>
              Choose units under <Link to="/register">Units</Link> by their boxes, then press <b>Labels</b>.
            </p>
          }
          example={
            <div className="label-example">
              <QrCode text={`${window.location.origin}/register`} name="an example" />
              <b className="mono">MW-007</b>
            </div>
          }
        />
      )}
      <ul className="label-sheet">
        {tags.map((tag) => (
          <li key={tag}>
            <QrCode text={`${window.location.origin}/units/${encodeURIComponent(tag)}`} name={tag} />
            <b className="mono">{tag}</b>
          </li>
        ))}
      </ul>
    </PageFrame>
  );
}
