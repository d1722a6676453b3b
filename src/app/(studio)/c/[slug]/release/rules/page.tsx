'use client';
import { Button, Table } from '@mantine/core';
import { IconPrinter } from '@tabler/icons-react';
import { useMemo } from 'react';
import { planText, ruleText } from '@/core/release';
import { publishedRows } from '@/ui/tile/tiles';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import { ReleaseTabs } from '../ReleaseTabs';
import styles from './rules.module.css';

/** The plan as a list of rules in words, for reading through and for print. */
export default function RulesPage() {
  const { rows, opens } = useDesk();
  const course = useCourse();
  const published = useMemo(() => publishedRows(rows), [rows]);
  const titles = useMemo(
    () => new Map(rows.flatMap(({ tiles }) => tiles.map(({ lesson }) => [lesson.id, lesson.title]))),
    [rows],
  );
  return (
    <main className={styles.page}>
      <ReleaseTabs />
      <div className={styles.sheet}>
        <header>
          <h2>When {course.title} opens</h2>
          <Button variant="default" leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
            Print
          </Button>
        </header>
        <p>
          {planText(course)}. Times are meant in each learner’s own zone, dates in {course.zone}.
          {course.access ? ` The course can be used until ${ruleText(course.access)}.` : ''}
        </p>
        <Table verticalSpacing={5} aria-label="Rules in words">
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Section or lesson</Table.Th>
              <Table.Th>Opens</Table.Th>
              <Table.Th>First</Table.Th>
              <Table.Th>Closes</Table.Th>
              <Table.Th>Due</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {published.flatMap(({ section, number, tiles }) => [
              <Table.Tr key={section.id} className={styles.section}>
                <Table.Th scope="row">
                  {number} {section.title}
                </Table.Th>
                <Table.Td>{opens.get(section.id)}</Table.Td>
                <Table.Td />
                <Table.Td>{section.closes ? ruleText(section.closes) : ''}</Table.Td>
                <Table.Td />
              </Table.Tr>,
              ...tiles.map(({ lesson, number: own }) => (
                <Table.Tr key={lesson.id}>
                  <Table.Td>
                    {own} {lesson.title}
                  </Table.Td>
                  <Table.Td>{lesson.opens ? ruleText(lesson.opens, titles) : 'with its section'}</Table.Td>
                  <Table.Td>{lesson.needs.flatMap((id) => titles.get(id) ?? []).join(', ')}</Table.Td>
                  <Table.Td>{lesson.closes ? ruleText(lesson.closes) : ''}</Table.Td>
                  <Table.Td>{lesson.assignment?.due ? ruleText(lesson.assignment.due) : ''}</Table.Td>
                </Table.Tr>
              )),
            ])}
          </Table.Tbody>
        </Table>
      </div>
    </main>
  );
}
