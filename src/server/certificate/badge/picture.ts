import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import { badgeDesign, badgeIntoPng, badgeIntoSvg, badgeSide, type Facts, pointsPerMm } from '@/core/certificate';
import type { Database } from '../../platform/database';
import { drawnDesign } from '../draw';
import type { CertificateRow } from '../schema';
import { svgOf } from '../svg';
import { badgeOf, tokenOf } from './badge';

/** Pixels of a side. */
const wide = 800;

/** The picture of a badge (SVG, a square), its words as outlines. `seed`: what tells what it is for from others. */
export function badgeSvg(facts: Facts, seed: string): string {
  const side = badgeSide * pointsPerMm;
  return svgOf({ ...drawnDesign(badgeDesign(seed), facts), width: side, height: side }, new Map(), wide);
}

/** Pictures of badges by all that is drawn in them: they are asked for with every look at a check page. */
const drawn = new LRUCache<string, Promise<Buffer>>({ max: 100 });

/** The same as a PNG. */
export function badgePng(facts: Facts, seed: string): Promise<Buffer> {
  const name = JSON.stringify([seed, facts.course, facts.school]);
  const known = drawn.get(name);
  if (known) return known;
  const made = sharp(Buffer.from(badgeSvg(facts, seed)))
    .png()
    .toBuffer();
  drawn.set(name, made);
  made.catch(() => drawn.delete(name));
  return made;
}

const seedOf = (row: CertificateRow) => row.lessonId ?? row.courseId;

/** The badge of a certificate as a picture that holds the signed badge. */
export async function bakedSvg(db: Database, row: CertificateRow): Promise<string> {
  const badge = await badgeOf(db, row);
  return badgeIntoSvg(badgeSvg(badge.facts, seedOf(row)), await tokenOf(db, badge));
}

export async function bakedPng(db: Database, row: CertificateRow): Promise<Uint8Array> {
  const badge = await badgeOf(db, row);
  return badgeIntoPng(await badgePng(badge.facts, seedOf(row)), await tokenOf(db, badge));
}
