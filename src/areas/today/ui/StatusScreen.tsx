import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { get } from '../../../ui/api.ts';
import { StateMark } from '../../../ui/StateMark.tsx';

export function StatusScreen() {
  const { data, error } = useQuery({
    queryKey: ['status'],
    queryFn: () => get('/api/status'),
    refetchInterval: 5000,
  });
  const wrong = data?.filter((r) => !r.isFine).length ?? 0;
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">The service itself, asked every five seconds</div>
          <h1>
            {!data
              ? 'Asking every part…'
              : wrong === 0
                ? 'Everything works'
                : `${wrong} ${wrong === 1 ? 'part needs' : 'parts need'} somebody`}
          </h1>
        </div>
        <div className="end">
          <Button component="a" variant="default" href="/log">
            Event log
          </Button>
        </div>
      </div>
      {error && !data && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      {data && (
        <div className="body">
          <dl className="status">
            {data.map((r) => (
              <div key={r.part}>
                <dt className="marked">
                  <StateMark mark={r.isFine ? 'proven' : 'outside'} />
                  {r.part}
                </dt>
                <dd>
                  <span className="f">{r.says}</span>
                  {r.todo && <p className="hint">{r.todo}</p>}
                </dd>
              </div>
            ))}
          </dl>
        </div>
      )}
    </>
  );
}
