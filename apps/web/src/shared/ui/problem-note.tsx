import { Alert, Button } from 'antd';
import type { Problem } from '../api/index.ts';

interface ProblemNoteProps {
  readonly problem: Problem | null;
  readonly retry?: () => void;
  /** Whether something was entered, which is kept if the server did not answer. */
  readonly entered?: boolean;
}

/** An error with its remedy. */
export function ProblemNote({ problem, retry, entered = false }: ProblemNoteProps) {
  if (problem === null) return null;
  return (
    <Alert
      type="error"
      className="problem-note"
      title={problem.what}
      description={
        entered && problem.status === 'no-answer' ? `${problem.remedy} What you entered is still here.` : problem.remedy
      }
      action={retry && <Button onClick={retry}>Try again</Button>}
    />
  );
}
