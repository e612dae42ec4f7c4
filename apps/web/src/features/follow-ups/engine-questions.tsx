import { type TableColumnsType, Button, Table } from 'antd';
import { Link } from 'react-router';
import {
  problemOf,
  useAnswerEngineQuestionMutation,
  useEngineQuestionsQuery,
  type EngineQuestionDto,
} from '../../shared/api/index.ts';
import { dayText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** Questions about older checks: a lead states once how each engine was left. */
export function EngineQuestions() {
  const may = useMay('engineQuestions');
  const { data } = useEngineQuestionsQuery(undefined, { skip: !may });
  const [answer, { error, isLoading }] = useAnswerEngineQuestionMutation();
  if (data === undefined || data.questions.length === 0) return null;
  return (
    <section aria-labelledby="engine-questions">
      <h2 id="engine-questions">How were these engines left?</h2>
      <p className="muted">
        These checks were begun or signed before the program kept an engine in while it is open. Say it once for each.
        Until then nothing changes.
      </p>
      <ProblemNote problem={problemOf(error)} />
      <Table<EngineQuestionDto>
        size="small"
        rowKey="checkId"
        pagination={false}
        dataSource={data.questions}
        scroll={{ x: 640 }}
        columns={columnsOf(isLoading, (id, closed) => void answer({ id, engineAnswerDto: { closed } }))}
      />
    </section>
  );
}

const columnsOf = (
  isLoading: boolean,
  answer: (checkId: string, closed: boolean) => void,
): TableColumnsType<EngineQuestionDto> => [
  {
    title: 'Unit',
    render: (_, { unitTag }) => (
      <Link className="mono" to={`/units/${encodeURIComponent(unitTag)}`}>
        {unitTag}
      </Link>
    ),
  },
  {
    title: 'What the check says',
    render: (_, { kind, off, by, at }) => (
      <>
        {kind === 'open-check' ? 'not signed yet' : 'signed'}
        {off.length > 0 && `, off: ${off.join(', ')}`}{' '}
        <span className="muted">
          {by}, {dayText(at)}
        </span>
      </>
    ),
  },
  {
    title: 'The engine is',
    width: 260,
    render: (_, { checkId, unitTag }) => (
      <>
        <Button
          size="small"
          disabled={isLoading}
          aria-label={`${unitTag} is closed up`}
          onClick={() => answer(checkId, true)}
        >
          closed up
        </Button>{' '}
        <Button
          size="small"
          disabled={isLoading}
          aria-label={`${unitTag} is still open: keep it in`}
          onClick={() => answer(checkId, false)}
        >
          still open: keep it in
        </Button>
      </>
    ),
  },
];
