import { PDFDocument, type PDFFont, rgb } from '@cantoo/pdf-lib';
import { create as createCode } from 'qrcode';
import { type AwardSettings, type CertificateContent, type CertificateLayout, layoutCertificate, type PlacedText } from '@/core/certificate';
import { type FontKey, fontFor, loadFonts, measureWith } from './fonts';

export type DrawnText = PlacedText & { readonly font: FontKey };
export type Drawn = Omit<CertificateLayout, 'texts'> & {
  readonly texts: readonly DrawnText[];
  /** The check code as one path of unit squares, and how many there are along a side. */
  readonly codePath: string;
  readonly codeModules: number;
  /** What cannot be set well, as sentences. */
  readonly problems: readonly string[];
};

/** Lays a certificate out with real fonts: the same for the screen and for the PDF. */
export async function drawnCertificate(design: AwardSettings, content: CertificateContent): Promise<Drawn> {
  const fonts = await loadFonts();
  const layout = layoutCertificate(design, content, measureWith(fonts));
  const incomplete = new Set<string>();
  const texts = layout.texts.map((text) => {
    const { key, complete } = fontFor(fonts, text.face, text.weight, text.text);
    if (!complete) incomplete.add(text.part);
    return { ...text, font: key };
  });
  const code = createCode(content.checkAddress, { errorCorrectionLevel: 'M' });
  const side = code.modules.size;
  let codePath = '';
  for (let y = 0; y < side; y += 1) for (let x = 0; x < side; x += 1) if (code.modules.get(y, x)) codePath += `M${x} ${y}h1v1h-1z`;
  return {
    ...layout,
    texts,
    codePath,
    codeModules: side,
    problems: [
      ...layout.overflows.map((part) => `The ${part} does not fit, even at its smallest size.`),
      ...[...incomplete].map((part) => `No typeface here has all letters of the ${part}.`),
    ],
  };
}

const colour = (hex: string) =>
  rgb(Number.parseInt(hex.slice(1, 3), 16) / 255, Number.parseInt(hex.slice(3, 5), 16) / 255, Number.parseInt(hex.slice(5, 7), 16) / 255);

/** The PDF of a certificate, with its fonts embedded and nothing in it that depends on the machine. */
export async function certificatePdf(design: AwardSettings, content: CertificateContent, issuedAt: string): Promise<Uint8Array> {
  const drawn = await drawnCertificate(design, content);
  const { bytes, fonts } = await loadFonts();
  const pdf = await PDFDocument.create({ updateMetadata: false });
  // Parsing a font takes twenty times as long as drawing with it, so the library is given the parsed ones.
  const parsed = new Map([...bytes].map(([key, content]) => [content, fonts.get(key)]));
  pdf.registerFontkit({ create: (content: Uint8Array) => parsed.get(content) } as unknown as Parameters<typeof pdf.registerFontkit>[0]);
  const when = new Date(issuedAt);
  pdf.setTitle(`${design.heading}: ${content.name}, ${content.course}`);
  pdf.setAuthor(content.school);
  pdf.setProducer('Mosaik');
  pdf.setCreationDate(when);
  pdf.setModificationDate(when);
  pdf.setLanguage('en');
  const embedded = new Map<FontKey, PDFFont>();
  for (const { font } of drawn.texts) {
    const content = bytes.get(font);
    if (!embedded.has(font) && content) embedded.set(font, await pdf.embedFont(content, { subset: true }));
  }
  const page = pdf.addPage([drawn.width, drawn.height]);
  for (const box of drawn.boxes) {
    page.drawRectangle({
      x: box.x,
      y: drawn.height - box.y - box.height,
      width: box.width,
      height: box.height,
      ...(box.fill ? { color: colour(box.fill) } : {}),
      ...(box.stroke ? { borderColor: colour(box.stroke), borderWidth: box.line } : {}),
    });
  }
  for (const text of drawn.texts) {
    const font = embedded.get(text.font);
    if (!font) continue;
    const width = font.widthOfTextAtSize(text.text, text.size);
    page.drawText(text.text, { x: text.x - width / 2, y: drawn.height - text.y, size: text.size, font, color: colour(text.colour) });
  }
  const scale = drawn.code.side / drawn.codeModules;
  page.drawSvgPath(drawn.codePath, { x: drawn.code.x, y: drawn.height - drawn.code.y, scale, color: rgb(0, 0, 0), borderWidth: 0 });
  return pdf.save({ useObjectStreams: false });
}
