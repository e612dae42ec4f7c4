import type { ReactNode } from 'react';

interface EmptyProps {
  /** The future content. */
  readonly what: string;
  /** How to begin. */
  readonly begin?: ReactNode;
  /** A pale example of the content. */
  readonly example?: ReactNode;
}

/** The empty state of a page: future content, how to begin, and an example. */
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
