'use client';
import { Anchor, MultiSelect, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { act } from '@/app/_client/act';
import { roomHref } from '@/app/_client/room-href';
import { namesIn } from '@/core/kernel/locale';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import type { SessionDesk } from '@/server/live';
import { useDesk } from '../_course/CourseProvider';

/** Who leads a session, and the ways into the rooms that are open or open next. */
export function SessionPart({ lessonId }: { readonly lessonId: string }) {
  const { head } = useDesk();
  const [desk, setDesk] = useState<SessionDesk | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let current = true;
    fetch(`/api/course/${head.id}/hosts/${lessonId}`)
      .then(async (answer) => (answer.ok ? ((await answer.json()) as SessionDesk) : null))
      .catch(() => null)
      .then((found) => {
        if (!current) return;
        setDesk(found);
        setProblem(found ? null : 'Who leads it could not be read. Check the connection.');
      });
    return () => {
      current = false;
    };
  }, [head.id, lessonId]);
  const choose = async (hosts: string[]) => {
    const before = desk;
    setDesk((now) => now && { ...now, hosts });
    const done = await act('live.set-hosts', { courseId: head.id, lessonId, personIds: hosts });
    setProblem(done.ok ? null : done.problem.sentence);
    if (!done.ok) setDesk(before);
  };
  return (
    <>
      <MultiSelect
        label="Hosts"
        description="Whoever makes the course may lead it as well."
        placeholder={desk?.hosts.length === 0 ? 'whoever marks' : ''}
        disabled={desk === null}
        data={(desk?.staff ?? []).map(({ id, name }) => ({ value: id, label: name }))}
        value={[...(desk?.hosts ?? [])]}
        error={problem}
        onChange={choose}
      />
      {desk?.rooms.map(({ cohort, zone, startsAt }) => (
        <Text key={`${cohort} ${startsAt}`} size="sm">
          <Anchor href={roomHref(head.id, lessonId, startsAt)}>To the room</Anchor> of {cohort},{' '}
          {dateTimeText(Temporal.Instant.fromEpochMilliseconds(startsAt), namesIn(zone), false)}
        </Text>
      ))}
    </>
  );
}
