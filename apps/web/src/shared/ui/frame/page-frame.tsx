import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Pending } from '../pending.tsx';
import { type Asked, Failed, isWaiting } from './asked.tsx';
import { ExportMenu, type ExportedFile } from './export-menu.tsx';
import { type PageLink, usePagePlace } from './page-place.ts';
import './page-frame.css';

interface FrameProps {
  /** By default the page's name in the list of pages. */
  readonly title?: ReactNode;
  /** A count or a name that stands muted behind the title. */
  readonly detail?: ReactNode;
  /** One sentence under the title. */
  readonly sentence?: ReactNode;
  /** Shown on the title's line at the right, the primary one last. */
  readonly actions?: ReactNode;
  readonly files?: readonly ExportedFile[];
  /** An `aside` at the right, 384 px wide; below on a narrow screen. */
  readonly panel?: ReactNode;
  /** Content at the right of the header, such as the code of a unit. */
  readonly code?: ReactNode;
  /** The link above the title; by default the parent in the list of pages; null shows none. */
  readonly up?: PageLink | null;
  /** The query of the page. The frame shows its loading and error states in place of the content. */
  readonly asked?: Asked;
  readonly className?: string;
  readonly children?: ReactNode;
}

const NotYet = ({ asked }: { readonly asked: Asked }) =>
  asked.error === undefined ? <Pending lines={asked.lines ?? 8} /> : <Failed asked={asked} />;

/**
 * The frame of every page, with parent link, title, one sentence, actions and a rule at fixed positions, also for
 * loading, empty and failed pages.
 */
export function PageFrame(props: FrameProps) {
  const { detail, sentence, actions, files = [], panel, code, asked, className = '', children } = props;
  const place = usePagePlace();
  const title = props.title ?? place.title;
  const up = props.up === undefined ? place.parent : props.up;
  const waiting = asked !== undefined && isWaiting(asked);
  return (
    <div className={panel ? 'frame with-panel' : 'frame'}>
      <main className={`frame-main ${className}`}>
        <header className={code ? 'frame-head with-code' : 'frame-head'}>
          {up && (
            <Link className="frame-up no-print" to={up.to}>
              {up.name}
            </Link>
          )}
          <h1>
            {title}
            {detail !== undefined && <span className="frame-detail"> {detail}</span>}
          </h1>
          {!waiting && (actions !== undefined || files.length > 0) && (
            <div className="frame-actions no-print">
              <ExportMenu files={files} />
              {actions}
            </div>
          )}
          {sentence !== undefined && <div className="frame-sentence">{sentence}</div>}
          {code && <div className="frame-code">{code}</div>}
        </header>
        <div className="frame-body">{waiting ? <NotYet asked={asked} /> : children}</div>
      </main>
      {panel}
    </div>
  );
}
