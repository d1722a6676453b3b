'use client';
import { Button, FileButton } from '@mantine/core';
import { IconPhoto } from '@tabler/icons-react';
import { useIntake } from '@/app/_client/use-intake';
import type { Result } from '@/core/kernel/problem';
import { type QuestionMedia, type QuestionPicture, questionMediaKinds } from '@/core/quiz';
import { TextField } from '@/ui/fields/fields';
import { QuestionShows } from '../../../../(plain)/_learn/QuestionShows';
import { Intake } from '../_inspector/Intake';
import { LibraryPicker } from '../_inspector/LibraryPicker';
import styles from './assess.module.css';
import { useUploadCourse } from './upload-course';

type Kind = QuestionMedia['kind'];
type Props = {
  readonly media: QuestionMedia | null;
  /** Whether only a picture can be chosen. */
  readonly picturesOnly?: boolean;
  /** What it is for: `Picture of option 2`. */
  readonly label: string;
  /** Whether it is shown elsewhere already. */
  readonly isShown?: boolean;
  readonly onSet: (media: QuestionMedia | null) => Result<unknown>;
};

const kindOfFile = ({ type }: File): Kind => {
  if (type.startsWith('audio/')) return 'audio';
  return type.startsWith('video/') ? 'film' : 'picture';
};
const called = { picture: 'a picture', audio: 'a recording', film: 'a film' };

/** Something of the library that is shown or played with a question, with its words. */
export function MediaPick({ media, picturesOnly = false, label, isShown = false, onSet }: Props) {
  const courseId = useUploadCourse();
  const intake = useIntake();
  const show = (mediaId: string, kind: Kind, alt = '') => onSet({ mediaId, kind, alt });
  const take = (file: File | null) => {
    if (!file) return;
    const kind = picturesOnly ? 'picture' : kindOfFile(file);
    const target = { purpose: kind, ...(courseId && { courseId }) };
    intake.add([{ file, target, onDone: (id) => void show(id, kind) }]);
  };
  return (
    <section className={styles.media} aria-label={label}>
      {media && (
        <>
          {!isShown && <QuestionShows media={media} />}
          <TextField
            label={media.kind === 'picture' ? 'The picture in words' : 'What it is called'}
            description={
              media.kind === 'picture' ? 'For those who cannot see it; without telling what is right.' : null
            }
            value={media.alt}
            onSave={(alt) => onSet({ ...media, alt })}
          />
        </>
      )}
      <Intake intake={intake} />
      {intake.percent === null && (
        <div className={styles.mediaWays}>
          <FileButton accept={picturesOnly ? 'image/*' : 'image/*,audio/*,video/*'} onChange={take}>
            {(props) => (
              <Button
                {...props}
                size="compact-sm"
                variant="default"
                leftSection={<IconPhoto size={15} stroke={1.75} />}
                aria-label={`${label}: from this device`}
              >
                {media ? 'Another one' : label}
              </Button>
            )}
          </FileButton>
          <LibraryPicker
            kind={picturesOnly ? 'picture' : null}
            called={picturesOnly ? called.picture : 'a picture, a recording or a film'}
            onPick={({ id, kind, alt }) => {
              const own = questionMediaKinds.find((one) => one === kind);
              if (own) show(id, own, alt);
            }}
          />
          {media && (
            <Button size="compact-sm" variant="subtle" color="gray" onClick={() => onSet(null)}>
              Take it away
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

/** A picture that belongs to a part of a question. */
export function PicturePick({
  picture,
  label,
  isShown = false,
  onSet,
}: {
  readonly picture: QuestionPicture | null;
  readonly label: string;
  readonly isShown?: boolean;
  readonly onSet: (picture: QuestionPicture | null) => Result<unknown>;
}) {
  return (
    <MediaPick
      picturesOnly
      label={label}
      isShown={isShown}
      media={picture && { ...picture, kind: 'picture' }}
      onSet={(media) => onSet(media && { mediaId: media.mediaId, alt: media.alt })}
    />
  );
}
