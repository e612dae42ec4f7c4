import type { ReactNode } from 'react';

interface EmptyProps {
  /** What will stand here. */
  readonly what: string;
  /** How to begin. */
  readonly begin?: ReactNode;
  /** What it looks like once there is something, drawn pale. */
  readonly example?: ReactNode;
}

/** An empty page uses its room: what will stand here, how to begin, an example. */
export const EmptyPlace = ({ what, begin, example }: EmptyProps) => (
  <div className="empty-place">
    <div className="empty-words">
      <p>{what}</p>
      {begin}
    </div>
    {example !== undefined && (
      <figure className="empty-example">
        <figcaption>Example</figcaption>
        {example}
      </figure>
    )}
  </div>
);
