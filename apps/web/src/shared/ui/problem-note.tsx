import { Alert, Button } from 'antd';
import type { Problem } from '../api/index.ts';

interface ProblemNoteProps {
  readonly problem: Problem | null;
  readonly retry?: () => void;
}

/** What is wrong and how to put it right. */
export function ProblemNote({ problem, retry }: ProblemNoteProps) {
  if (problem === null) return null;
  return (
    <Alert
      type="error"
      className="problem-note"
      title={problem.what}
      description={problem.remedy}
      action={retry && <Button onClick={retry}>Try again</Button>}
    />
  );
}
