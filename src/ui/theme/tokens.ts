/**
 * The colours of Mosaik, and the only place where any stands. Light and dark have values of their
 * own. Parts use the names as CSS variables: `var(--ink-2)`.
 */
const light = {
  plaster: '#f1f3f0',
  panel: '#ffffff',
  grout: '#d8dcd6',
  'grout-light': '#e8ebe6',
  'field-line': '#868f8a',
  ink: '#17211f',
  'ink-2': '#4d5a56',
  'ink-3': '#5f6b66',
  malachite: '#17694f',
  'malachite-d': '#0f4f3b',
  'malachite-l': '#d5e8df',
  'malachite-xl': '#ebf4ef',
  'malachite-text': '#0f4f3b',
  plum: '#6d2f63',
  'plum-l': '#efdfec',
  'plum-m': '#b98ab0',
  'plum-text': '#6d2f63',
  lapis: '#2a4a8f',
  'lapis-l': '#dde5f5',
  'lapis-text': '#2a4a8f',
  'saffron-mark': '#d99a1b',
  'saffron-text': '#7d5200',
  'saffron-l': '#fbeecb',
  brick: '#a83a24',
  'brick-l': '#f8e0da',
  'brick-text': '#96301c',
  night: '#14231f',
  'night-2': '#24342f',
  'on-night': '#ffffff',
  'on-night-2': '#b9c6c0',
  'on-tile': '#ffffff',
  'on-malachite': '#ffffff',
} as const;
export type Token = keyof typeof light;

const dark: Record<Token, string> = {
  plaster: '#121917',
  panel: '#1a2320',
  grout: '#33403b',
  'grout-light': '#28342f',
  'field-line': '#75827c',
  ink: '#eef2ef',
  'ink-2': '#b7c3bd',
  'ink-3': '#9daaa4',
  malachite: '#1f7d5f',
  'malachite-d': '#2b9673',
  'malachite-l': '#1d4537',
  'malachite-xl': '#18322a',
  'malachite-text': '#86d3b5',
  plum: '#8a4480',
  'plum-l': '#46263f',
  'plum-m': '#63355b',
  'plum-text': '#e0a6d6',
  lapis: '#3d61b0',
  'lapis-l': '#233357',
  'lapis-text': '#a9c0f2',
  'saffron-mark': '#d99a1b',
  'saffron-text': '#f0c468',
  'saffron-l': '#453512',
  brick: '#b5442d',
  'brick-l': '#4d231a',
  'brick-text': '#f3a492',
  night: '#0a110f',
  'night-2': '#1b2723',
  'on-night': '#ffffff',
  'on-night-2': '#b9c6c0',
  'on-tile': '#ffffff',
  'on-malachite': '#ffffff',
};

const variables = (values: Record<string, string>) =>
  Object.entries(values)
    .map(([name, value]) => `--${name}:${value}`)
    .join(';');

export const schemeKey = 'mosaik-scheme';

/**
 * The accents a course can have on learners' pages, in both themes. The words for colours stay what they mean
 * elsewhere.
 */
const accentTokens = {
  lapis: {
    light: {
      malachite: '#2a4a8f',
      'malachite-d': '#203a72',
      'malachite-l': '#dde5f5',
      'malachite-xl': '#eef2fa',
      'malachite-text': '#203a72',
    },
    dark: {
      malachite: '#3d61b0',
      'malachite-d': '#4f74c4',
      'malachite-l': '#233357',
      'malachite-xl': '#1c2740',
      'malachite-text': '#a9c0f2',
    },
  },
  plum: {
    light: {
      malachite: '#6d2f63',
      'malachite-d': '#57244f',
      'malachite-l': '#efdfec',
      'malachite-xl': '#f7eff5',
      'malachite-text': '#57244f',
    },
    dark: {
      malachite: '#8a4480',
      'malachite-d': '#a0589a',
      'malachite-l': '#46263f',
      'malachite-xl': '#331d2f',
      'malachite-text': '#e0a6d6',
    },
  },
} as const;

/** A part of a page in a theme or an accent of its own, whatever the page around it has. */
const partsCss = [
  `[data-look="light"]{color-scheme:light;${variables(light)}}`,
  `[data-look="dark"]{color-scheme:dark;${variables(dark)}}`,
  ...Object.entries(accentTokens).flatMap(([name, values]) => [
    `[data-accent="${name}"]{${variables(values.light)}}`,
    `:root[data-mantine-color-scheme="dark"] [data-accent="${name}"]:not([data-look="light"]),[data-accent="${name}"][data-look="dark"]{${variables(values.dark)}}`,
  ]),
].join('');

/** Both themes as a style sheet, for the head of every page. */
export const tokensCss = `:root{color-scheme:light;${variables(light)}}:root[data-mantine-color-scheme="dark"]{color-scheme:dark;${variables(dark)}}${partsCss}`;

/** Sets the theme before the first paint. */
export const schemeScript = `try{var s=localStorage.getItem('${schemeKey}');if(s!=='light'&&s!=='dark')s=matchMedia('(prefers-color-scheme: dark)').matches?'dark':'light';document.documentElement.setAttribute('data-mantine-color-scheme',s)}catch(e){}`;

/** Ten shades for the interface library, which wants them; only 6 and 7 are used by it for filled parts. */
export const shades = {
  malachite: [
    '#ebf4ef',
    '#d5e8df',
    '#a9d1bf',
    '#7ab99e',
    '#4f9f80',
    '#2f8466',
    '#17694f',
    '#0f4f3b',
    '#0b3c2d',
    '#072a1f',
  ],
  plum: ['#f7eff5', '#efdfec', '#dcbcd6', '#c795be', '#b06fa4', '#924f87', '#6d2f63', '#57244f', '#43193c', '#2f102a'],
  lapis: ['#eef2fa', '#dde5f5', '#b9c9e9', '#92aadb', '#6c8ccc', '#486eb6', '#2a4a8f', '#203a72', '#172b56', '#0e1c3b'],
  saffron: [
    '#fdf7e5',
    '#fbeecb',
    '#f4d890',
    '#ebbf55',
    '#e0a72c',
    '#d99a1b',
    '#a87208',
    '#7d5200',
    '#5c3c00',
    '#3e2800',
  ],
  brick: ['#fcefec', '#f8e0da', '#efbfb3', '#e3998a', '#d57463', '#c25443', '#a83a24', '#872d1b', '#672013', '#47150b'],
  /** Fields, menus and grounds of the library's own parts in dark colours: our greens, not its greys. */
  dark: ['#d5dcd8', '#b7c3bd', '#8f9b95', '#6b7872', '#3f4c47', '#33403b', '#222d29', '#1a2320', '#151d1a', '#121917'],
} as const;
