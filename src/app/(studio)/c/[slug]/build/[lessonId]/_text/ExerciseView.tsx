'use client';
import { ActionIcon, Button, Tooltip } from '@mantine/core';
import { IconPencilQuestion, IconX } from '@tabler/icons-react';
import { NodeViewWrapper, type ReactNodeViewProps } from '@tiptap/react';
import { useParams } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { exercisesIn, type RichText } from '@/core/outline';
import { kindOf } from '@/core/quiz';
import { useDesk } from '../../../_course/CourseProvider';
import { QuestionFields } from '../../../assess/QuestionFields';
import { QuestionKindField } from '../../../assess/QuestionKindField';
import { justMade } from './exercises';
import styles from './text.module.css';

/** An exercise as it is made: in its place, with the same parts as any question. */
export function ExerciseView({ node, editor, deleteNode }: ReactNodeViewProps) {
  const { lessonId } = useParams<{ lessonId: string }>();
  const { state } = useDesk();
  const id = String(node.attrs.questionId);
  const question = state.outline.question[id];
  const [isOpen, setIsOpen] = useState(question?.prompt === '');
  const frame = useRef<HTMLElement>(null);
  useEffect(() => {
    if (justMade.delete(id)) frame.current?.querySelector('textarea')?.focus();
  }, [id]);
  const isOurs = question?.lessonId === lessonId;
  const number = exercisesIn(editor.getJSON() as RichText).indexOf(id) + 1;
  return (
    <NodeViewWrapper
      as="section"
      ref={frame}
      className={styles.exercise}
      contentEditable={false}
      aria-label={`Exercise ${number}`}
    >
      <header className={styles.exerciseHead}>
        <IconPencilQuestion size={18} stroke={1.75} aria-hidden="true" />
        <b>Exercise {number}</b>
        {isOurs && (
          <Button size="compact-sm" variant="default" aria-expanded={isOpen} onClick={() => setIsOpen(!isOpen)}>
            {isOpen ? 'Close' : 'Change'}
          </Button>
        )}
        <Tooltip label="Take it out of the text">
          <ActionIcon variant="subtle" color="gray" aria-label="Take the exercise out of the text" onClick={deleteNode}>
            <IconX size={16} />
          </ActionIcon>
        </Tooltip>
      </header>
      {!isOurs && <p>This exercise belongs to another lesson, or is not there any more. Learners do not see it.</p>}
      {isOurs && !isOpen && (
        <p dir="auto">
          {question.prompt || 'It asks nothing yet.'} <span>{kindOf(question.kind).title}</span>
        </p>
      )}
      {isOurs && isOpen && (
        <>
          <QuestionKindField question={question} />
          <QuestionFields question={question} />
        </>
      )}
    </NodeViewWrapper>
  );
}
