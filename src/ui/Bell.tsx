import { ActionIcon, Indicator, Popover } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { IconBell } from '@tabler/icons-react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, post, type Answer } from './api.ts';
import css from './Bell.module.css';
import { dayAndTime } from './dates.ts';

type Notice = Answer<'/api/notices'>['rows'][number];
/** What came since one has looked last: opening it is looking. */
export function Bell({
  textOf,
  hrefOf,
}: {
  readonly textOf: (notice: Notice) => string;
  readonly hrefOf: (notice: Notice) => string;
}) {
  const client = useQueryClient();
  const [isOpen, { toggle, close }] = useDisclosure(false);
  const { data } = useQuery({
    queryKey: ['notices'],
    queryFn: () => get('/api/notices'),
    refetchInterval: 30_000,
  });
  const { rows = [], unseen = 0 } = data ?? {};
  const open = (): void => {
    toggle();
    const newest = rows[0];
    if (isOpen || !newest || unseen === 0) return;
    void post('/api/notices/seen', { upTo: newest.id }).then(
      () => client.setQueryData(['notices'], { rows, unseen: 0 }),
      () => undefined, // they stay new
    );
  };
  const says = unseen === 0 ? 'Notices' : `Notices: ${unseen} new`;
  return (
    <Popover opened={isOpen} onChange={close} position="bottom-end" withArrow width={340} trapFocus>
      <Indicator
        label={unseen}
        size={16}
        disabled={unseen === 0}
        offset={8}
        classNames={{ indicator: css.count ?? '' }}
      >
        <Popover.Target>
          <ActionIcon variant="subtle" size="lg" aria-label={says} title={says} onClick={open}>
            <IconBell size={18} />
          </ActionIcon>
        </Popover.Target>
      </Indicator>
      <Popover.Dropdown className={css.list} aria-label="Notices">
        {rows.map((n) => (
          <a key={n.id} href={hrefOf(n)} className={css.notice} data-new={n.isNew} onClick={close}>
            {textOf(n)}
            <span className="hint">
              {n.why && `${n.why} · `}
              {dayAndTime(n.at)}
            </span>
          </a>
        ))}
        {rows.length === 0 && <p className="hint">Nothing has happened yet that somebody should know.</p>}
      </Popover.Dropdown>
    </Popover>
  );
}
