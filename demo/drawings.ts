import sharp from 'sharp';

/** Drawn scenes of a small river: the frames of the sample films and the pictures in the readings. */
type Scene = { readonly heading: string; readonly drawing: string };

const width = 960;
const height = 540;
const escapeXml = (value: string) => value.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

const sky = '<rect width="960" height="320" fill="#cfdfe4"/><circle cx="780" cy="80" r="34" fill="#f2e3ab"/>';
const hills = '<path d="M0 210 Q160 130 330 200 T660 180 T960 205 V250 H0Z" fill="#8fac85"/>';
const farBank = '<path d="M0 235 H960 V340 H0Z" fill="#6f9468"/>';
const water = '<path d="M0 290 Q240 270 480 300 T960 285 V540 H0Z" fill="#3f7d8c"/>';
const nearBank = '<path d="M0 470 Q240 440 480 465 T960 450 V540 H0Z" fill="#54744c"/>';
const river = sky + hills + farBank + water + nearBank;
const ripples = (from: number, to: number, y: number) =>
  Array.from(
    { length: Math.floor((to - from) / 34) },
    (_, i) =>
      `<path d="M${from + i * 34} ${y + (i % 3) * 16} q8 -9 17 0 t17 0" stroke="#dcecee" stroke-width="3" fill="none"/>`,
  ).join('');
const stones = (from: number, to: number, y: number) =>
  Array.from(
    { length: Math.floor((to - from) / 46) },
    (_, i) =>
      `<ellipse cx="${from + i * 46}" cy="${y + (i % 4) * 13}" rx="${17 + (i % 3) * 6}" ry="${9 + (i % 2) * 4}" fill="${['#7c8480', '#98a09a', '#676f6b'][i % 3]}"/>`,
  ).join('');
const person = (x: number, y: number, coat: string) =>
  `<g transform="translate(${x} ${y})"><circle cy="-74" r="15" fill="#c99f7c"/><path d="M-20 -56 H20 L15 8 H-15Z" fill="${coat}"/><path d="M-11 8 V44 M11 8 V44" stroke="#2c3a36" stroke-width="11"/><path d="M20 -46 L50 -16" stroke="${coat}" stroke-width="9"/></g>`;
const tape = (x1: number, x2: number, y: number, label: string) =>
  `<path d="M${x1} ${y} H${x2}" stroke="#d99a1b" stroke-width="5"/><path d="M${x1} ${y - 14} V${y + 14} M${x2} ${y - 14} V${y + 14}" stroke="#d99a1b" stroke-width="5"/><text x="${(x1 + x2) / 2}" y="${y - 16}" font-size="28" text-anchor="middle" fill="#17211f" font-family="sans-serif">${label}</text>`;

export const drawings: Record<string, string> = {
  river: river + ripples(60, 900, 350),
  bank: river + person(220, 440, '#a83a24') + person(310, 450, '#2a4a8f'),
  riffle:
    river +
    ripples(80, 420, 330) +
    ripples(80, 420, 400) +
    stones(90, 420, 360) +
    tape(80, 430, 315, 'riffle') +
    tape(480, 680, 315, 'run') +
    tape(720, 920, 315, 'pool'),
  pool: `${river}<ellipse cx="740" cy="380" rx="190" ry="64" fill="#265a68"/>${ripples(60, 420, 350)}`,
  reach: river + tape(120, 860, 320, '40 metres') + person(110, 450, '#6d2f63') + person(870, 450, '#17694f'),
  float: `${river}<circle cx="430" cy="370" r="16" fill="#e08a2c"/><path d="M300 370 H400" stroke="#fff" stroke-width="4" stroke-dasharray="10 8"/>${tape(180, 780, 320, '10 metres')}`,
  section:
    '<rect width="960" height="540" fill="#eef2ee"/><path d="M120 180 Q200 420 420 430 T840 180Z" fill="#3f7d8c"/><path d="M120 180 H840" stroke="#17211f" stroke-width="3"/><text x="480" y="160" font-size="30" text-anchor="middle" font-family="sans-serif" fill="#17211f">width 2.4 m</text><path d="M430 180 V430" stroke="#d99a1b" stroke-width="4"/><text x="450" y="320" font-size="30" font-family="sans-serif" fill="#ffffff">mean depth 0.31 m</text>',
  kick:
    river +
    stones(340, 640, 400) +
    person(430, 400, '#17694f') +
    '<path d="M520 300 V430 H640" stroke="#2c3a36" stroke-width="8" fill="none"/><path d="M600 380 q60 20 60 60 h-80z" fill="#ece7d7"/>',
  tray: '<rect width="960" height="540" fill="#e7ece6"/><rect x="140" y="90" width="680" height="360" rx="14" fill="#ffffff" stroke="#868f8a" stroke-width="5"/><g fill="none" stroke="#4d5a56" stroke-width="5"><path d="M250 190 q40 -30 80 0 t60 0 M250 190 l-34 -20 M250 190 l-34 20"/><path d="M520 180 h70 m0 0 l30 -18 m-30 18 l30 18"/><path d="M300 340 q30 -40 60 0 t60 0"/><circle cx="600" cy="340" r="24"/><circle cx="600" cy="340" r="12"/></g>',
  safety:
    river +
    '<g transform="translate(640 330)"><circle r="70" fill="none" stroke="#a83a24" stroke-width="22"/><circle r="70" fill="none" stroke="#fff" stroke-width="22" stroke-dasharray="55 55"/></g>' +
    person(230, 440, '#d99a1b'),
  wall:
    '<rect width="960" height="540" fill="#cfdfe4"/><rect y="430" width="960" height="110" fill="#7d9a70"/>' +
    Array.from({ length: 6 }, (_, row) =>
      Array.from(
        { length: 11 },
        (_, i) =>
          `<rect x="${60 + i * 78 + (row % 2) * 38}" y="${170 + row * 44}" width="72" height="38" rx="9" fill="${['#8b918c', '#a2a7a0', '#767c77'][(row + i) % 3]}"/>`,
      ).join(''),
    ).join(''),
  hedge:
    '<rect width="960" height="540" fill="#dbe6ea"/><rect y="440" width="960" height="100" fill="#86a175"/>' +
    Array.from(
      { length: 22 },
      (_, i) =>
        `<circle cx="${40 + i * 42}" cy="${340 + (i % 3) * 28}" r="${62 + (i % 4) * 9}" fill="${['#46683f', '#587c4d', '#3a5a38'][i % 3]}"/>`,
    ).join(''),
};

export const sceneSvg = ({ heading, drawing }: Scene): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${drawings[drawing] ?? drawings.river}<rect x="0" y="0" width="${width}" height="70" fill="#14231f" opacity="0.86"/><text x="36" y="46" font-size="34" fill="#ffffff" font-family="sans-serif">${escapeXml(heading)}</text></svg>`;

export const picture = (drawing: string): Promise<Buffer> =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${drawings[drawing] ?? ''}</svg>`,
    ),
  )
    .png()
    .toBuffer();
