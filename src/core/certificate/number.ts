/** Letters and digits that cannot be taken for one another when read aloud or copied by hand. */
const letters = '23456789ABCDEFGHJKMNPQRSTVWXYZ';

/**
 * A certificate number such as `RIV-7K4Q-0182`: the school's prefix, four random characters so that
 * numbers cannot be guessed by counting, and the counter. `random` is a source of bytes.
 */
export function certificateNumber(prefix: string, counter: number, random: Uint8Array): string {
  const drawn = Array.from({ length: 4 }, (_, i) => letters[(random[i] ?? 0) % letters.length]).join('');
  return `${prefix}-${drawn}-${String(counter).padStart(4, '0')}`;
}

/** Names that are hard to set, for the strip that shows whether every name fits. */
export const hardNames = [
  'Bo Li',
  'Þórgunnur Sigríður Hallgrímsdóttir',
  'Maximiliana Featherstonehaugh-Cholmondeley de la Villeneuve',
  'Nguyễn Thị Minh Khai',
  'Σωκράτης Παπαδόπουλος',
  'نورة العتيبي',
] as const;
