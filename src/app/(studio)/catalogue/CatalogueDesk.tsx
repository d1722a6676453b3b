'use client';
import { Alert, Button, Checkbox, Menu, SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconColumns, IconDownload, IconFileImport, IconReplace } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { act, send } from '@/app/_client/act';
import { saveFile } from '@/app/_client/save-file';
import { showUndoable } from '@/app/_client/undo-notice';
import {
  type CatalogueColumn,
  type CatalogueTable,
  type Cell,
  type CourseEdit,
  catalogueColumns,
  cellText,
  columnOf,
  editsOf,
  noFilter,
  usualColumns,
} from '@/core/exchange';
import { numberText } from '@/core/kernel/locale';
import { counted } from '@/core/kernel/words';
import type { CatalogueLook, Planned, RowsPage, SavedView } from '@/server/exchange';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './catalogue.module.css';
import { FilterBar } from './FilterBar';
import { ImportDialog } from './ImportDialog';
import { type Asking, PlanDialog } from './PlanDialog';
import { SetValue } from './SetValue';
import { type ShownRow, useRows } from './use-rows';
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
export function CatalogueDesk({
  first,
  perPage,
  views,
}: {
  readonly first: RowsPage;
  readonly perPage: number;
  readonly views: readonly SavedView[];
}) {
  const router = useRouter();
  const [table, setTable] = useState<CatalogueTable>('lesson');
  const [looks, setLooks] = useState({ lesson: usualLook('lesson'), course: usualLook('course') });
  const [asking, setAsking] = useState<Asking | null>(null);
  const [importing, setImporting] = useState(false);
  const [setting, setSetting] = useState(false);
  const [busy, setBusy] = useState(false);
  const look = looks[table];
  const setLook = (part: Partial<CatalogueLook>) =>
    setLooks((now) => ({ ...now, [table]: { ...now[table], ...part } }));
  const columns = useMemo(() => look.columns.flatMap(({ key }) => columnOf(table, key) ?? []), [look.columns, table]);
  const { rows, found, total, isLooking, isOther, problem, need, put, reload } = useRows(
    table,
    look.filter,
    look.sort,
    first,
    perPage,
  );
  const meant = { about: table, filter: look.filter, sort: look.sort };

  const undo = async (steps: Steps) => {
    const done = await act('catalogue.undo', { steps });
    if (!done.ok) return notifications.show({ color: 'brick', message: done.problem.sentence });
    reload();
  };
  const lastSteps = useRef<Steps>([]);
  /** Does what was planned, all of it or nothing, and offers to take it back. */
  const doIt = async (courses: readonly CourseEdit[], words: string): Promise<boolean> => {
    if (courses.length === 0) return true;
    setBusy(true);
    const done = await act<{ steps: Steps }>('catalogue.change', { courses });
    setBusy(false);
    if (!done.ok) notifications.show({ color: 'brick', message: done.problem.sentence });
    else {
      const { steps } = done.value;
      lastSteps.current = steps;
      showUndoable(words, () => undo(steps));
    }
    reload();
    return done.ok;
  };
  const setCell = (row: ShownRow, column: CatalogueColumn, cell: Cell, value: unknown) => {
    put(row.id, column.key, cell);
    const changes = [{ row, column, before: row.cells[column.key] ?? null, after: cell, value }];
    doIt(editsOf(table, { changes, added: [] }, [], newId), `${column.name} set to "${cellText(cell)}".`);
  };
  /** Has something planned for the rows that are meant, to be looked at. */
  const plan = async (title: string, wish: object): Promise<boolean> => {
    setBusy(true);
    const answer = await send<Planned>('/api/catalogue/plan', { ...meant, ...wish });
    setBusy(false);
    if (answer.ok) setAsking({ title, plan: answer.value });
    else notifications.show({ color: 'brick', message: answer.problem.sentence });
    return answer.ok;
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && ['INPUT', 'TEXTAREA'].includes(event.target.tagName);
      if (
        !(event.ctrlKey || event.metaKey) ||
        event.key.toLowerCase() !== 'z' ||
        typing ||
        lastSteps.current.length === 0
      )
        return;
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
    const answer = await fetch('/api/catalogue/export', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        about: table,
        filter: as.filter,
        sort: as.sort,
        form,
        columns: as.columns.map(({ key }) => key),
      }),
    }).catch(() => null);
    if (!answer?.ok)
      return notifications.show({
        color: 'brick',
        message: 'The file could not be made. Check the connection and try again.',
      });
    saveFile(`${name}.${form}`, await answer.blob());
  };
  const toggle = (key: string) => {
    const has = look.columns.some((column) => column.key === key);
    const next = has
      ? look.columns.filter((column) => column.key !== key)
      : [...look.columns, { key, width: columnOf(table, key)?.width ?? 120 }];
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
                <Checkbox
                  tabIndex={-1}
                  readOnly
                  size="xs"
                  label={column.name}
                  checked={look.columns.some((one) => one.key === column.key)}
                />
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
        <span className={wordStyles.spring} />
        <Button
          variant="default"
          leftSection={<IconReplace size={16} stroke={1.75} />}
          disabled={found === 0 || isLooking}
          onClick={() => setSetting(true)}
        >
          Set on all {numberText(found)}
        </Button>
        <Button
          variant="default"
          leftSection={<IconFileImport size={16} stroke={1.75} />}
          onClick={() => setImporting(true)}
        >
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
        {isLooking ? 'Looking …' : counted(found, table)}
        {!isLooking && found < total && ` of ${numberText(total)}`}
      </p>
      {problem && (
        <Alert
          className={styles.problem ?? ''}
          color="brick"
          variant="light"
          role="alert"
          title="These rows could not be fetched"
        >
          {problem.sentence}{' '}
          <Button size="compact-sm" variant="default" onClick={reload}>
            Try again
          </Button>
        </Alert>
      )}
      {isOther && <div className={styles.loading} role="status" aria-label="Loading the table" />}
      {!isOther && total === 0 && (
        <p className={styles.empty}>
          {table === 'course'
            ? 'There is no course yet. Make the first one under Courses.'
            : 'There are no lessons yet. They are made in a course, under Build.'}
        </p>
      )}
      {!isOther && total !== 0 && (
        <Grid
          table={table}
          rows={rows}
          columns={columns}
          look={look}
          onLook={setLook}
          onView={need}
          onCell={setCell}
          onBlock={(row, from, words) =>
            plan('Paste these cells', { block: { row, columns: columns.slice(from).map(({ key }) => key), words } })
          }
        />
      )}
      <SetValue
        opened={setting}
        table={table}
        count={found}
        busy={busy}
        onClose={() => setSetting(false)}
        onPlan={async (title, column, words) => {
          if (await plan(title, { value: { column, words } })) setSetting(false);
        }}
      />
      <ImportDialog
        opened={importing}
        table={table}
        onClose={() => setImporting(false)}
        onDo={async ({ courses, cells, lessons }) => {
          const done = await doIt(courses, `${counted(cells, 'cell')} changed, ${counted(lessons, 'lesson')} added.`);
          if (done) setImporting(false);
        }}
        busy={busy}
      />
      <PlanDialog
        asking={asking}
        busy={busy}
        onClose={() => setAsking(null)}
        onDo={async ({ courses, cells }) => {
          const done = await doIt(courses, `${counted(cells, 'cell')} changed.`);
          if (done) setAsking(null);
        }}
      />
    </main>
  );
}
