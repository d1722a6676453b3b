import PDFDocument from 'pdfkit';
import { create as createCode } from 'qrcode';
import {
  type AwardSettings,
  type CertificateContent,
  type CertificateLayout,
  codeBlack,
  layoutCertificate,
  type PlacedText,
} from '@/core/certificate';
import { bytesOf, writeRuns } from '../platform/pdf-words';
import { pathOf, type SetRun, setLine } from '../platform/setter';

/** A text as it is set: the runs for the PDF, and the same as outlines for the screen. */
type SetText = PlacedText & { readonly runs: readonly SetRun[]; readonly left: number };
export type DrawnText = PlacedText & { readonly path: string };
type Laid = Omit<CertificateLayout, 'texts'> & {
  readonly texts: readonly SetText[];
  /** The check code as one path of unit squares, and how many there are along a side. */
  readonly codePath: string;
  readonly codeModules: number;
  /** What cannot be set well, as sentences. */
  readonly problems: readonly string[];
  /** Why it cannot be issued like this; null when it can. */
  readonly heldBack: string | null;
};
export type Drawn = Omit<Laid, 'texts'> & { readonly texts: readonly DrawnText[] };

const nameOf: Record<string, string> = { name: 'name', school: 'name of the school', course: 'title of the course' };
const partName = (part: string) => nameOf[part] ?? part;

function lay(design: AwardSettings, content: CertificateContent): Laid {
  const layout = layoutCertificate(
    design,
    content,
    (face, weight, text, size) => setLine(face, weight, text, size).width,
  );
  const missing = new Map<string, string[]>();
  const texts = layout.texts.map((text): SetText => {
    const line = setLine(text.face, text.weight, text.text, text.size);
    if (line.missing.length > 0) missing.set(text.part, [...(missing.get(text.part) ?? []), ...line.missing]);
    return { ...text, runs: line.runs, left: text.x - line.width / 2 };
  });
  const { codePath, side } = checkCode(content.checkAddress);
  const unset = [...missing].map(
    ([part, letters]) =>
      `No typeface here has ${[...new Set(letters)].slice(0, 8).join(' ')} of the ${partName(part)}.`,
  );
  const tooLong = layout.overflows.map((part) => `The ${partName(part)} does not fit, even at its smallest size.`);
  const ownName = layout.overflows.includes('name') ? 'The name does not fit, even at its smallest size.' : null;
  return {
    ...layout,
    texts,
    codePath,
    codeModules: side,
    problems: [...tooLong, ...unset],
    heldBack: unset[0] ?? ownName,
  };
}

const codes = new Map<string, { readonly codePath: string; readonly side: number }>();
const mostCodes = 200;

/**
 * The check code (QR, ISO/IEC 18004) of an address; the same address is asked for again and again while a design is
 * made.
 */
function checkCode(address: string): { readonly codePath: string; readonly side: number } {
  const known = codes.get(address);
  if (known) return known;
  const { modules } = createCode(address, { errorCorrectionLevel: 'M' });
  const side = modules.size;
  let codePath = '';
  for (let y = 0; y < side; y += 1)
    for (let x = 0; x < side; x += 1) if (modules.get(y, x)) codePath += `M${x} ${y}h1v1h-1z`;
  if (codes.size >= mostCodes) codes.clear();
  codes.set(address, { codePath, side });
  return { codePath, side };
}

/** A certificate for the screen: from the same setter as the PDF, with its texts as outlines. */
export function drawnCertificate(design: AwardSettings, content: CertificateContent): Drawn {
  const laid = lay(design, content);
  const texts = laid.texts.map(
    ({ runs, left, ...text }): DrawnText => ({
      ...text,
      path: pathOf({ runs, width: 0, missing: [] }, text.size, left, text.y),
    }),
  );
  return { ...laid, texts };
}

/** What would be wrong with a certificate, without anything being drawn. */
export const checkedCertificate = (design: AwardSettings, content: CertificateContent) => {
  const { problems, heldBack, nameSize } = lay(design, content);
  return { problems, heldBack, nameSize };
};

/** The PDF of a certificate, with its fonts embedded and nothing in it that depends on the machine. */
export async function certificatePdf(
  design: AwardSettings,
  content: CertificateContent,
  issuedAt: string,
): Promise<Uint8Array> {
  const drawn = lay(design, content);
  const when = new Date(issuedAt);
  const fonts = new Map(drawn.texts.flatMap((text) => text.runs.map((run) => [run.font.key, run.font] as const)));
  const document = new PDFDocument({
    size: [drawn.width, drawn.height],
    margin: 0,
    autoFirstPage: false,
    font: '',
    lang: 'en',
    // Streams as they are: what packs them differs between machines.
    compress: false,
    info: {
      Title: `${design.heading}: ${content.name}, ${content.course}`,
      Author: content.school,
      Producer: 'Mosaik',
      Creator: 'Mosaik',
      CreationDate: when,
      ModDate: when,
      // Two machines draw the same where their typefaces are of the same version.
      Keywords: [...fonts.values()].map(({ key, version }) => `${key} ${version}`.trim()).join('; '),
    },
  });
  const written = bytesOf(document);
  document.addPage({ size: [drawn.width, drawn.height], margin: 0 });
  for (const box of drawn.boxes) {
    document.rect(box.x, box.y, box.width, box.height).lineWidth(box.line);
    if (box.fill && box.stroke) document.fillAndStroke(box.fill, box.stroke);
    else if (box.fill) document.fill(box.fill);
    else if (box.stroke) document.stroke(box.stroke);
  }
  for (const { runs, left, y, size, colour } of drawn.texts) writeRuns(document, runs, left, y, size, colour);
  const scale = drawn.code.side / drawn.codeModules;
  document.save().translate(drawn.code.x, drawn.code.y).scale(scale).path(drawn.codePath).fill(codeBlack).restore();
  document.end();
  return written;
}
