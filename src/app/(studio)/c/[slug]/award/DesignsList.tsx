import { FileButton, Menu, UnstyledButton } from '@mantine/core';
import {
  IconAlphabetLatin,
  IconBook,
  IconCalendar,
  IconCalendarDue,
  IconCertificate,
  IconClock,
  IconFrame,
  IconHash,
  IconLineDashed,
  IconLink,
  IconListCheck,
  IconPercentage,
  IconPhoto,
  IconPlus,
  IconQrcode,
  IconQuote,
  IconSchool,
  IconShape,
  IconSignature,
  IconUser,
  IconUserStar,
} from '@tabler/icons-react';
import { fields, type NewSort } from '@/core/certificate';
import type { DesignHead, SeenDesign } from '@/server/certificate';

export type ListedDesign = SeenDesign<DesignHead>;

import styles from './award.module.css';

type Props = {
  readonly designs: readonly ListedDesign[];
  readonly openId: string | null;
  readonly courseId: string;
  readonly usedId: string | null;
  onOpen(id: string): void;
  onNew(): void;
};

const usedIn = ({ usedBy, usedElsewhere }: ListedDesign, courseId: string, isHere: boolean): string => {
  const others = usedBy.filter(({ id }) => id !== courseId).length + usedElsewhere;
  if (isHere) return others > 0 ? `this course, and ${others} more` : 'this course';
  return others > 0 ? `used by ${others}` : 'not used';
};

/** The designs of the school, with where each is used. */
export function DesignsList({ designs, openId, courseId, usedId, onOpen, onNew }: Props) {
  return (
    <nav className={styles.designs} aria-label="Designs">
      <h2>Designs</h2>
      {designs.map((design) => (
        <button
          key={design.id}
          type="button"
          aria-pressed={design.id === openId}
          title={design.usedBy.map(({ title }) => title).join('\n')}
          onClick={() => onOpen(design.id)}
        >
          <b>
            <bdi>{design.name}</bdi>
          </b>
          <span>
            {design.id === usedId && <IconCertificate size={13} aria-hidden="true" />}{' '}
            {usedIn(design, courseId, design.id === usedId)}
          </span>
        </button>
      ))}
      <UnstyledButton className={styles.add} onClick={onNew}>
        <IconPlus size={15} aria-hidden="true" /> New design
      </UnstyledButton>
    </nav>
  );
}

const puts: readonly (readonly [sort: NewSort, title: string, Icon: typeof IconPlus])[] = [
  ['text', 'Text', IconAlphabetLatin],
  ['name', fields.name.title, IconUser],
  ['course', fields.course.title, IconBook],
  ['school', fields.school.title, IconSchool],
  ['date', fields.date.title, IconCalendar],
  ['grade', fields.grade.title, IconPercentage],
  ['expires', fields.expires.title, IconCalendarDue],
  ['hours', fields.hours.title, IconClock],
  ['outcomes', fields.outcomes.title, IconListCheck],
  ['teacher', fields.teacher.title, IconUserStar],
  ['number', fields.number.title, IconHash],
  ['address', fields.address.title, IconLink],
  ['own', fields.own.title, IconQuote],
  ['code', 'Check code', IconQrcode],
  ['rule', 'Rule', IconLineDashed],
  ['frame', 'Frame', IconFrame],
  ['shape', 'Shape', IconShape],
];

type PutProps = { onPut(sort: NewSort): void; onSign(): void; onPicture(file: File): void };

/** What can be put on the page. */
export function PutOnPage({ onPut, onSign, onPicture }: PutProps) {
  const [often, seldom] = [puts.slice(0, 6), puts.slice(6)];
  const item = ([sort, title, Icon]: (typeof puts)[number]) => (
    <UnstyledButton key={sort} className={styles.put} onClick={() => onPut(sort)}>
      <Icon size={16} stroke={1.75} aria-hidden="true" /> {title}
    </UnstyledButton>
  );
  return (
    <div className={styles.puts} role="group" aria-label="Put on the page">
      <h2>Put on the page</h2>
      {often.map(item)}
      <UnstyledButton className={styles.put} onClick={onSign}>
        <IconSignature size={16} stroke={1.75} aria-hidden="true" /> Signature
      </UnstyledButton>
      <FileButton accept="image/*,application/pdf" onChange={(file) => file && onPicture(file)}>
        {(props) => (
          <UnstyledButton {...props} className={styles.put}>
            <IconPhoto size={16} stroke={1.75} aria-hidden="true" /> Picture or logo
          </UnstyledButton>
        )}
      </FileButton>
      <Menu position="right-start" withinPortal>
        <Menu.Target>
          <UnstyledButton className={styles.put}>
            <IconPlus size={16} stroke={1.75} aria-hidden="true" /> More…
          </UnstyledButton>
        </Menu.Target>
        <Menu.Dropdown>
          {seldom.map(([sort, title, Icon]) => (
            <Menu.Item key={sort} leftSection={<Icon size={16} />} onClick={() => onPut(sort)}>
              {title}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
    </div>
  );
}
