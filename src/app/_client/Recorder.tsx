'use client';
import { useEffect, useRef, useState } from 'react';
import controls from '@/ui/plain/controls.module.css';
import { useAsksFirst } from './use-asks-first';

type Kind = 'sound' | 'film';
type Props = {
  readonly kind: Kind;
  readonly disabled?: boolean;
  /** Keeps what was recorded; whether that was done. What was not stays here. */
  onRecorded(file: File): Promise<boolean>;
  /** Whether something is here that is not kept yet. */
  onHolds?(holds: boolean): void;
};
type State =
  | { readonly is: 'idle' }
  | { readonly is: 'recording'; readonly since: number }
  | { readonly is: 'recorded'; readonly file: File; readonly address: string }
  | { readonly is: 'keeping'; readonly file: File; readonly address: string };

const forms: { readonly [K in Kind]: readonly string[] } = {
  sound: ['audio/webm;codecs=opus', 'audio/mp4'],
  film: ['video/webm;codecs=vp8,opus', 'video/mp4'],
};
const hasPicture: { readonly [K in Kind]: boolean } = { sound: false, film: true };
const mostMinutes = 30;
const names: { readonly [K in Kind]: string } = { sound: 'sound', film: 'a film' };

const clock = (ms: number) => {
  const seconds = Math.max(0, Math.floor(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
};

/** Records sound or a film in the browser; it is heard or seen before it is kept, and can be made again. */
export function Recorder({ kind, disabled = false, onRecorded, onHolds }: Props) {
  const [state, setState] = useState<State>({ is: 'idle' });
  const [now, setNow] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const live = useRef<HTMLVideoElement>(null);

  useEffect(() => {
    if (state.is !== 'recording') return;
    const timer = setInterval(() => {
      setNow(performance.now());
      if (performance.now() - state.since > mostMinutes * 60_000) recorder.current?.stop();
    }, 250);
    return () => clearInterval(timer);
  }, [state]);
  const holds = state.is !== 'idle';
  useEffect(() => {
    onHolds?.(holds);
  }, [holds, onHolds]);
  useAsksFirst(holds);
  useEffect(
    () => () => {
      if (recorder.current?.state === 'recording') recorder.current.stop();
    },
    [],
  );

  const forget = () => {
    if (state.is === 'recorded' || state.is === 'keeping') URL.revokeObjectURL(state.address);
  };
  const begin = async () => {
    setProblem(null);
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true, video: hasPicture[kind] });
      const form = forms[kind].find((one) => MediaRecorder.isTypeSupported(one));
      const own = new MediaRecorder(stream, form ? { mimeType: form } : {});
      const parts: Blob[] = [];
      own.ondataavailable = ({ data }) => parts.push(data);
      own.onstop = () => {
        for (const track of stream.getTracks()) track.stop();
        const type = own.mimeType || form || '';
        const name = `Recording.${type.includes('mp4') ? 'mp4' : 'webm'}`;
        const file = new File(parts, name, { type });
        setState({ is: 'recorded', file, address: URL.createObjectURL(file) });
      };
      recorder.current = own;
      forget();
      own.start(1000);
      const since = performance.now();
      setNow(since);
      setState({ is: 'recording', since });
      if (hasPicture[kind]) setTimeout(() => live.current && Object.assign(live.current, { srcObject: stream }), 0);
    } catch {
      setProblem(
        hasPicture[kind]
          ? 'The camera or the microphone cannot be used. Allow them for this page, or hand in a file.'
          : 'The microphone cannot be used. Allow it for this page, or use a file.',
      );
    }
  };
  const keep = async () => {
    if (state.is !== 'recorded') return;
    setState({ ...state, is: 'keeping' });
    if (!(await onRecorded(state.file))) return setState({ ...state, is: 'recorded' });
    leaveOut();
  };
  const leaveOut = () => {
    forget();
    setState({ is: 'idle' });
  };
  return (
    <div>
      {state.is === 'idle' && (
        <button type="button" className={controls.button} disabled={disabled} onClick={begin}>
          Record {names[kind]}
        </button>
      )}
      {state.is === 'recording' && (
        <>
          {hasPicture[kind] && (
            <video ref={live} muted autoPlay playsInline width={240} aria-label="What is recorded" />
          )}
          <p role="timer" aria-label="Recorded so far">
            {clock(now - state.since)} of at most {mostMinutes}:00
          </p>
          <button type="button" className={controls.primary} onClick={() => recorder.current?.stop()}>
            Stop
          </button>
        </>
      )}
      {(state.is === 'recorded' || state.is === 'keeping') && (
        <>
          {/* biome-ignore lint/a11y/useMediaCaption: it was made a moment ago */}
          <video
            src={state.address}
            controls
            width={240}
            height={kind === 'sound' ? 54 : 180}
            aria-label="The recording"
          />
          <p>
            <button type="button" className={controls.primary} disabled={state.is === 'keeping'} onClick={keep}>
              {state.is === 'keeping' ? 'Keeping…' : 'Use this recording'}
            </button>{' '}
            <button type="button" className={controls.button} disabled={state.is === 'keeping'} onClick={begin}>
              Record again
            </button>{' '}
            <button type="button" className={controls.button} disabled={state.is === 'keeping'} onClick={leaveOut}>
              Leave it out
            </button>
          </p>
        </>
      )}
      {problem && (
        <p role="alert" className={controls.notice}>
          {problem}
        </p>
      )}
    </div>
  );
}
