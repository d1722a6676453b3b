import type { Worksheet } from './worksheets';

/** The worksheets of the sample course. */
export const worksheets: Record<string, Worksheet> = {
  'flow-worksheet': {
    title: 'Flow worksheet',
    intro:
      'Fill in by the water, in pencil. Measure the depth at five places across the river and take the mean. Speed: ten metres divided by the mean of three times, then multiplied by 0.85.',
    columns: ['What', 'First', 'Second', 'Third', 'Mean'],
    rows: [
      'Width (m)',
      'Depth 1 (m)',
      'Depth 2 (m)',
      'Depth 3 (m)',
      'Depth 4 (m)',
      'Depth 5 (m)',
      'Float time (s)',
      'Speed (m/s)',
      'Discharge (m3/s)',
    ],
    pages: 2,
  },
  'twelve-families-to-know': {
    title: 'Twelve families to know',
    intro:
      'Tick a family once you have seen it alive in the tray. The score is what one family adds to the index, however many animals there are.',
    columns: ['Family', 'Look for', 'Score', 'Seen'],
    rows: [
      'Perlodidae',
      'Heptageniidae',
      'Ephemerellidae',
      'Leptoceridae',
      'Rhyacophilidae',
      'Gammaridae',
      'Simuliidae',
      'Baetidae',
      'Elmidae',
      'Hydropsychidae',
      'Asellidae',
      'Chironomidae',
    ],
    pages: 3,
  },
};
