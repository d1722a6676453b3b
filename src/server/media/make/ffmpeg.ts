import { run, second } from './run';

/** What the program that looks into films and recordings says of one. */
export type Probe = {
  format?: { duration?: string };
  streams?: {
    codec_type?: string;
    codec_name?: string;
    width?: number;
    height?: number;
    pix_fmt?: string;
    side_data_list?: { rotation?: number }[];
  }[];
};

/** Looks into a film or a recording. */
export async function probed(path: string, sentence: string): Promise<Probe> {
  const words = ['-v', 'error', '-show_format', '-show_streams', '-of', 'json', path];
  return JSON.parse(await run('ffprobe', words, 60 * second, sentence)) as Probe;
}

export const streamOf = ({ streams }: Probe, type: 'video' | 'audio') =>
  streams?.find((stream) => stream.codec_type === type);

type Making = {
  readonly from: string;
  readonly made: string;
  /** How it is read, and how it is written. */
  readonly reading?: readonly string[];
  readonly writing: readonly string[];
  readonly mostMs: number;
  readonly sentence: string;
};

/** Makes something of a film or a recording. */
export const make = ({ from, made, reading = [], writing, mostMs, sentence }: Making) =>
  run('ffmpeg', ['-v', 'error', '-y', ...reading, '-i', from, ...writing, made], mostMs, sentence);
