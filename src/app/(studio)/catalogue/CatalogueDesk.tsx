'use client';
import { Button, Checkbox, Menu, SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconColumns, IconDownload, IconFileImport, IconReplace } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { showUndoable } from '@/app/_client/undo-notice';
import { type BulkPlan, type CatalogueTable, catalogueColumns, columnOf, matches, noFilter, planBlock, sorted, usualColumns } from '@/core/exchange';
import { counted } from '@/core/kernel/words';
import type { Catalogue, CatalogueLook, SavedView } from '@/server/exchange';
import { newId } from '@/ui/ids';
import { editsOf } from './bulk-edits';
import styles from './catalogue.module.css';
import { FilterBar } from './FilterBar';
import { ImportDialog } from './ImportDialog';
import { type Asking, PlanDialog } from './PlanDialog';
import { SetValue } from './SetValue';
import { Views } from './Views';

// The grid is needed nowhere else.
const Grid = dynamic(() => import('./Grid').then((module) => module.Grid), {
  ssr: false,
  loading: () => <div className={styles.loading} role="status" aria-label="Loading the table" />,
});

const tableNames: Record<CatalogueTable, string> = { lesson: 'Lessons', course: 'Courses' };
const usualLook = (table: CatalogueTable): CatalogueLook => ({
  columns: usualColumns[table].map((key) => ({ key, width: columnOf(table, key)?.width ?? 120 })),
  filter: noFilter,
  sort: null,
});

type Steps = readonly { readonly courseId: string; readonly revision: number }[];

/** Every course and every lesson as a table: looked through, set in place or many at once, taken out and brought in. */
export function CatalogueDesk({ catalogue, views }: { readonly catalogue: Catalogue; readonly views: readonly SavedView[] }) {
  const router = useRouter();
  const [table, setTable] = useState<CatalogueTable>('lesson');
  const [looks, setLooks] = useState({ lesson: usualLook('lesson'), course: usualLook('course') });
  const [asking, setAsking] = useState<Asking | null>(null);
  const [importing, setImporting] = useState(false);
  const [setting, setSetting] = useState(false);
  const [busy, setBusy] = useState(false);
  const look = looks[table];
  const setLook = (part: Partial<CatalogueLook>) => setLooks((now) => ({ ...now, [table]: { ...now[table], ...part } }));
  const columns = useMemo(() => look.columns.flatMap(({ key }) => columnOf(table, key) ?? []), [look.columns, table]);
  const rows = useMemo(
    () =>
      sorted(
        catalogue.rows[table].filter((row) => matches(row, look.filter)),
        look.sort,
      ),
    [catalogue, table, look.filter, look.sort],
  );

  const undo = async (steps: Steps) => {
    const done = await act('catalogue.undo', { steps });
    if (!done.ok) return notifications.show({ color: 'brick', message: done.problem.sentence });
    router.refresh();
  };
  const lastSteps = useRef<Steps>([]);
  /** Does what was planned, all of it or nothing, and offers to take it back. */
  const doIt = async (plan: BulkPlan, words: string): Promise<boolean> => {
    if (plan.changes.length + plan.added.length === 0) return true;
    setBusy(true);
    const done = await act<{ steps: Steps }>('catalogue.change', { courses: editsOf(table, plan, catalogue, newId) });
    setBusy(false);
    if (!done.ok) {
      notifications.show({ color: 'brick', message: done.problem.sentence });
      return false;
    }
    const { steps } = done.value;
    lastSteps.current = steps;
    showUndoable(words, () => undo(steps));
    router.refresh();
    return true;
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && ['INPUT', 'TEXTAREA'].includes(event.target.tagName);
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || typing || lastSteps.current.length === 0) return;
      event.preventDefault();
      const steps = lastSteps.current;
      lastSteps.current = [];
      undo(steps);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  /** Takes out what is shown, or what a kept view would show: that makes it an export with a name. */
  const takeOut = async (form: 'csv' | 'xlsx', as: CatalogueLook = look, name: string = `${table}s`) => {
    const chosen =
      as === look
        ? rows
        : sorted(
            catalogue.rows[table].filter((row) => matches(row, as.filter)),
            as.sort,
          );
    const answer = await fetch('/api/catalogue/export', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ about: table, form, columns: as.columns.map(({ key }) => key), ids: chosen.map((row) => row.id) }),
    }).catch(() => null);
    if (!answer?.ok) return notifications.show({ color: 'brick', message: 'The file could not be made. Check the connection and try again.' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(await answer.blob());
    link.download = `${name}.${form}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const toggle = (key: string) => {
    const has = look.columns.some((column) => column.key === key);
    const next = has ? look.columns.filter((column) => column.key !== key) : [...look.columns, { key, width: columnOf(table, key)?.width ?? 120 }];
    if (next.length > 0) setLook({ columns: next });
  };

  return (
    <main className={styles.page}>
      <h1 className="visually-hidden">Catalogue</h1>
      <div className={styles.bar}>
        <SegmentedControl
          aria-label="What the rows are"
          value={table}
          onChange={(value) => setTable(value as CatalogueTable)}
          data={(['lesson', 'course'] as const).map((value) => ({ value, label: tableNames[value] }))}
        />
        <Views
          views={views.filter((view) => view.about === table)}
          about={table}
          look={look}
          onChoose={(view) => setLook(view.look)}
          onUsual={() => setLook(usualLook(table))}
          onChanged={() => router.refresh()}
        />
        <Menu closeOnItemClick={false}>
          <Menu.Target>
            <Button variant="default" leftSection={<IconColumns size={16} stroke={1.75} />}>
              Columns
            </Button>
          </Menu.Target>
          <Menu.Dropdown className={styles.columns}>
            {catalogueColumns[table].map((column) => (
              <Menu.Item
                key={column.key}
                onClick={() => toggle(column.key)}
                role="menuitemcheckbox"
                aria-checked={look.columns.some((one) => one.key === column.key)}
              >
                <Checkbox tabIndex={-1} readOnly size="xs" label={column.name} checked={look.columns.some((one) => one.key === column.key)} />
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
        <span className={styles.spring} />
        <Button variant="default" leftSection={<IconReplace size={16} stroke={1.75} />} disabled={rows.length === 0} onClick={() => setSetting(true)}>
          Set on all {rows.length.toLocaleString('en-GB')}
        </Button>
        <Button variant="default" leftSection={<IconFileImport size={16} stroke={1.75} />} onClick={() => setImporting(true)}>
          Bring in
        </Button>
        <Menu>
          <Menu.Target>
            <Button variant="default" leftSection={<IconDownload size={16} stroke={1.75} />}>
              Take out
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Item onClick={() => takeOut('csv')}>CSV of what is shown</Menu.Item>
            <Menu.Item onClick={() => takeOut('xlsx')}>XLSX of what is shown</Menu.Item>
            {views
              .filter((view) => view.about === table)
              .map((view) => (
                <Menu.Item key={view.id} onClick={() => takeOut('xlsx', view.look, view.name)}>
                  XLSX of the view "{view.name}"
                </Menu.Item>
              ))}
          </Menu.Dropdown>
        </Menu>
      </div>
      <FilterBar table={table} filter={look.filter} onChange={(filter) => setLook({ filter })} />
      <p className={styles.count} role="status">
        {counted(rows.length, table)}
        {rows.length < catalogue.rows[table].length && ` of ${catalogue.rows[table].length.toLocaleString('en-GB')}`}
      </p>
      {catalogue.rows[table].length === 0 ? (
        <p className={styles.empty}>
          {table === 'course'
            ? 'There is no course yet. Make the first one under Courses.'
            : 'There are no lessons yet. They are made in a course, under Build.'}
        </p>
      ) : (
        <Grid
          table={table}
          rows={rows}
          columns={columns}
          look={look}
          onLook={setLook}
          onCell={(plan, words) => doIt(plan, words)}
          onBlock={(at, from, block) => {
            const plan = planBlock(table, rows.slice(at), columns.slice(from), block);
            setAsking({ title: 'Paste these cells', plan });
          }}
        />
      )}
      <SetValue
        opened={setting}
        table={table}
        rows={rows}
        onClose={() => setSetting(false)}
        onPlan={(next) => {
          setSetting(false);
          setAsking(next);
        }}
      />
      <ImportDialog
        opened={importing}
        table={table}
        catalogue={catalogue}
        onClose={() => setImporting(false)}
        onDo={async (plan) => {
          const done = await doIt(plan, `${counted(plan.changes.length, 'cell')} changed, ${counted(plan.added.length, 'lesson')} added.`);
          if (done) setImporting(false);
        }}
        busy={busy}
      />
      <PlanDialog
        asking={asking}
        busy={busy}
        onClose={() => setAsking(null)}
        onDo={async (plan) => {
          const done = await doIt(plan, `${counted(plan.changes.length, 'cell')} changed.`);
          if (done) setAsking(null);
        }}
      />
    </main>
  );
}
