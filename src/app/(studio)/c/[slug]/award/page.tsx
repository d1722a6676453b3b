'use client';
import { ActionIcon, Button, Menu, Select, Skeleton, Tooltip } from '@mantine/core';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconCircleCheck,
  IconCloudCheck,
  IconCloudUp,
  IconDots,
  IconFileTypePdf,
} from '@tabler/icons-react';
import { useCallback, useEffect, useState } from 'react';
import { act, ask } from '@/app/_client/act';
import { upload } from '@/app/_client/upload';
import {
  type AwardSettings,
  type Design,
  emptyDesign,
  fieldsIn,
  inks,
  isText,
  type NewSort,
  newThing,
  onPaper,
  type Paper,
  papers,
  type Thing,
  type ThingParts,
} from '@/core/certificate';
import { namesNow } from '@/core/kernel/locale';
import { ok, type Result } from '@/core/kernel/problem';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import { type Signature, SignaturePad } from '@/ui/drawn/SignaturePad';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { useCourse, useCourseStatus, useDesk } from '../_course/CourseProvider';
import { Workbench } from '../_course/Workbench';
import inspector from '../_inspector/inspector.module.css';
import { AwardedWhen } from './AwardedWhen';
import styles from './award.module.css';
import { Canvas } from './Canvas';
import { DesignFields } from './DesignFields';
import { DesignsList, type ListedDesign, PutOnPage } from './DesignsList';
import { Gallery } from './Gallery';
import { answerKey, type CanvasPage } from './keys';
import { Names } from './Names';
import { ShownFor } from './ShownFor';
import { choices } from './TextFields';
import { ThingFields } from './ThingFields';
import { ThingsList } from './ThingsList';
import { useDesign } from './use-design';
import { type Shown, useAsked, useDrawn, useNames, usualShown } from './use-drawn';

type Picture = Omit<ThingParts['picture'], 'fit'> & { readonly name: string };

/** The certificate of the course: its design seen as it will be printed, made here, and when it is awarded. */
export default function AwardPage() {
  const { store, head } = useDesk();
  const { id, award } = useCourse();
  const [designs, setDesigns] = useState<readonly ListedDesign[] | null>(null);
  const [openId, setOpenId] = useState<string | null>(award.designId);
  const [making, setMaking] = useState(false);
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const [shown, setShown] = useState<Shown>(usualShown);
  const [signing, setSigning] = useState(false);
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const saving = useCourseStatus('saving');
  const asked = useAsked(award, shown);
  const designing = useDesign(openId);
  const { design, opened } = designing;
  const drawn = useDrawn(head.id, design, asked);
  const names = useNames(head.id, design, asked);
  const setAward = useCallback(
    (part: Partial<AwardSettings>) =>
      store.edit({ do: 'set', table: 'course', id, fields: { award: { ...award, ...part } } }),
    [store, id, award],
  );
  const list = useCallback(async () => {
    const found = await ask<readonly ListedDesign[]>('/api/designs');
    if (found.ok) setDesigns(found.value);
    else setProblem(found.problem.sentence);
    return found;
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: where each is used changes with what this course uses
  useEffect(() => {
    list();
  }, [list, award.designId, opened?.version, designing.kept]);
  const open = (next: string) => {
    setOpenId(next);
    setMaking(false);
    setSelected(new Set());
  };

  const make = async (name: string, content: Design): Promise<Result<unknown>> => {
    const designId = newId();
    const done = await act('certificate.make-design', { id: designId, name, content });
    if (!done.ok) return done;
    open(designId);
    if (award.designId === null) setAward({ designId });
    await list();
    return ok(null);
  };
  const picture = async (file: File, page = 1): Promise<Result<Picture>> => {
    const done = await upload(file, { purpose: 'design', label: String(page) }, () => {}).done;
    return done.ok ? ask<Picture>(`/api/designs/pictures/${done.value.id}`) : done;
  };
  const onBackground = async (file: File, paper: Paper): Promise<Result<unknown>> => {
    const made = await picture(file);
    if (!made.ok) return made;
    const { name, ...facts } = made.value;
    return make(name.replace(/\.[^.]*$/, '').slice(0, 80), {
      ...emptyDesign(paper),
      background: { ...facts, fit: 'cover' },
    });
  };
  const put = (thing: Thing) => {
    designing.change((now) => ({ ...now, things: [...now.things, thing] }));
    setSelected(new Set([thing.id]));
  };
  const putPicture = async (file: File) => {
    setSaid('The picture is being made ready…');
    const made = await picture(file);
    setSaid('');
    setProblem(made.ok ? null : made.problem.sentence);
    if (!made.ok || !design) return;
    const { name, ...facts } = made.value;
    const base = newThing('code', design.paper, newId());
    const height = (40 * facts.pixels.height) / facts.pixels.width;
    const title = name.replace(/\.[^.]*$/, '').slice(0, 80);
    put({ ...base, ...facts, sort: 'picture', fit: 'inside', title, box: { ...base.box, width: 40, height } } as Thing);
  };
  const putSignature = ({ strokes, ratio }: Signature) => {
    if (!design) return;
    const base = newThing('code', design.paper, newId());
    const box = { ...base.box, width: 50, height: 50 / ratio };
    put({ ...base, sort: 'signature', strokes, ratio, colour: inks.ink.value, box } as Thing);
  };
  const use = async () => {
    const wrong = await designing.use();
    setProblem(wrong?.sentence ?? null);
    if (!wrong) setSaid('In use: what is issued from now on looks like this.');
  };
  const preview = async () => {
    const tab = window.open('', '_blank');
    const answer = await fetch(`/api/course/${head.id}/certificate/preview`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...asked, design }),
    }).catch(() => null);
    if (!answer?.ok) {
      tab?.close();
      return setProblem('The preview could not be made. Try again.');
    }
    const address = URL.createObjectURL(await answer.blob());
    if (tab) tab.location.href = address;
  };

  const page: CanvasPage | null = design && {
    ...{ design, selected, change: designing.change, undo: designing.undo, redo: designing.redo },
    select: (ids) => setSelected(new Set(ids)),
  };
  // The design and what the course says of it are kept apart; both have to be.
  const kept = designing.kept === 'saved' ? saving.state : designing.kept;
  const showsGallery = making || (designs?.length === 0 && openId === null);
  const trouble = problem ?? designing.problem?.sentence ?? drawn.problem;
  const isUsed = opened !== null && award.designId === opened.id;
  const others = opened?.usedBy.filter((one) => one.id !== id) ?? [];
  const elsewhere = opened?.usedElsewhere ?? 0;
  return (
    <div className={styles.frame}>
      <div className={styles.side}>
        <DesignsList
          {...{ openId, courseId: id, usedId: award.designId }}
          designs={designs ?? []}
          onOpen={open}
          onNew={() => {
            setSelected(new Set());
            setMaking(true);
          }}
        />
        {page && !showsGallery && (
          <PutOnPage
            onPut={(sort: NewSort) => put(newThing(sort, page.design.paper, newId()))}
            onSign={() => setSigning(true)}
            onPicture={putPicture}
          />
        )}
      </div>
      <Workbench
        inspector={
          <div className={inspector.inspector}>
            {page && !showsGallery && <ThingFields page={page} />}
            {page && !showsGallery && <ThingsList page={page} />}
            {page && !showsGallery && selected.size === 0 && (
              <DesignFields
                designing={designing}
                page={page}
                onPicture={picture}
                onRemoved={() => setOpenId(award.designId)}
              />
            )}
            {selected.size === 0 && <AwardedWhen award={award} design={design} onChange={setAward} />}
          </div>
        }
      >
        {showsGallery ? (
          <Gallery
            {...{ asked, onBackground }}
            courseId={head.id}
            onMake={make}
            onClose={making ? () => setMaking(false) : null}
          />
        ) : (
          <>
            <div className={styles.bar}>
              {design && (
                <Select
                  aria-label="Paper"
                  size="xs"
                  w={112}
                  allowDeselect={false}
                  value={design.paper}
                  data={choices(papers)}
                  onChange={(paper) => paper && designing.change((now) => onPaper(now, paper as Paper))}
                />
              )}
              <Tooltip label="Undo (Ctrl Z)" withinPortal>
                <ActionIcon variant="default" aria-label="Undo" disabled={!designing.canUndo} onClick={designing.undo}>
                  <IconArrowBackUp size={16} />
                </ActionIcon>
              </Tooltip>
              <Tooltip label="Redo (Ctrl Shift Z)" withinPortal>
                <ActionIcon variant="default" aria-label="Redo" disabled={!designing.canRedo} onClick={designing.redo}>
                  <IconArrowForwardUp size={16} />
                </ActionIcon>
              </Tooltip>
              <ShownFor shown={shown} onChange={setShown} />
              <span className={styles.kept} role="status">
                {kept === 'saved' ? (
                  <IconCloudCheck size={16} aria-hidden="true" />
                ) : (
                  <IconCloudUp size={16} aria-hidden="true" />
                )}
                {{ saved: 'Saved', saving: 'Saving…', waiting: 'Not saved yet' }[kept]}
              </span>
              <Button
                size="xs"
                variant="default"
                leftSection={<IconFileTypePdf size={16} aria-hidden="true" />}
                disabled={!design}
                onClick={preview}
              >
                Preview PDF
              </Button>
              {opened?.isChanged && (
                <Button
                  size="xs"
                  disabled={!opened.mayUse}
                  onClick={use}
                  leftSection={<IconCircleCheck size={16} aria-hidden="true" />}
                >
                  Use version {(opened.version ?? 0) + 1}
                </Button>
              )}
              {opened && !opened.isChanged && <span className={styles.inUse}>Version {opened.version} in use</span>}
              {opened && (
                <More
                  designing={designing}
                  onCopy={() => design && make(`${designing.name} (copy)`.slice(0, 80), design)}
                />
              )}
            </div>
            <div className={styles.notes} role="status">
              {trouble && (
                <p role="alert" className={wordStyles.problem}>
                  {trouble}{' '}
                  {designing.problem?.code === 'conflict' && (
                    <button type="button" onClick={designing.reload}>
                      Show what is there now
                    </button>
                  )}
                </p>
              )}
              {said && <p>{said}</p>}
              {opened && !isUsed && (
                <p>
                  This course {award.designId ? 'uses another design' : 'has no design yet'}.{' '}
                  <button type="button" onClick={() => setAward({ designId: opened.id })}>
                    Use “{designing.name}” in this course
                  </button>
                </p>
              )}
              {others.length + elsewhere > 0 && (
                <p>
                  Used as well by{' '}
                  {[
                    ...others.map(({ title }) => `“${title}”`),
                    ...(elsewhere > 0
                      ? [counted(elsewhere, 'course you do not work on', 'courses you do not work on')]
                      : []),
                  ].join(', ')}
                  : a version that is put to use is used there, too.
                </p>
              )}
              {opened && !opened.mayUse && (
                <p>You do not work on all of these. Copy the design, and change the copy.</p>
              )}
            </div>
            <div className={styles.stage}>
              {page && drawn.answer ? (
                <Canvas
                  {...{ design: page.design, drawn: drawn.answer, selected }}
                  label={`The page of “${designing.name}”. Tab goes from thing to thing, arrows move what is chosen.`}
                  onSelect={(ids) => setSelected(new Set(ids))}
                  onChange={designing.change}
                  onKey={(event) => answerKey(page, event)}
                />
              ) : (
                openId !== null && (
                  <Skeleton className={styles.waiting} aria-label="The certificate is being set" role="status" />
                )
              )}
              {openId === null && designs !== null && designs.length > 0 && (
                <p>
                  Choose one of the school’s designs, or make a new one. Until then a certificate of this course looks
                  like the pattern “River line”.
                </p>
              )}
              <p className="visually-hidden" role="status">
                {page && selectedText(page)}
              </p>
            </div>
            {design && <Names names={names.answer?.value ?? null} design={design} />}
          </>
        )}
      </Workbench>
      <SignaturePad opened={signing} onClose={() => setSigning(false)} onSigned={putSignature} />
    </div>
  );
}

/** Where what is chosen stands, for those who do not see the page. */
function selectedText({ design, selected }: CanvasPage): string {
  const chosen = design.things.filter(({ id }) => selected.has(id));
  const [one] = chosen;
  if (!one) return '';
  if (chosen.length > 1) return `${chosen.length} things are chosen.`;
  const { x, y, width, height } = one.box;
  const what = isText(one) ? fieldsIn(one.lines).join(', ') || one.sort : one.sort;
  return `${one.title || what}: ${x} mm from the left, ${y} mm from the top, ${width} mm wide, ${height} mm high.`;
}

/** What else can be done with a design. */
function More({ designing, onCopy }: { readonly designing: ReturnType<typeof useDesign>; onCopy(): void }) {
  const { opened } = designing;
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <ActionIcon variant="default" aria-label="More about this design">
          <IconDots size={16} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={onCopy}>Copy this design</Menu.Item>
        <Menu.Item component="a" href={`/api/designs/${opened?.id}/file`}>
          Take it out as a file
        </Menu.Item>
        {(opened?.versions.length ?? 0) > 0 && <Menu.Label>Make it again as it was</Menu.Label>}
        {opened?.versions.slice(0, 12).map(({ number, at }) => (
          <Menu.Item key={number} onClick={() => designing.restore(number)}>
            Version {number}, {dateTimeText(Temporal.Instant.from(at.replace(' ', 'T')), namesNow())}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
