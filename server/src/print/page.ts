import { readFileSync } from 'node:fs';
import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, rgb, type PDFFont, type PDFPage, type RGB } from 'pdf-lib';
import { create as createQr } from 'qrcode';

/** Points in a millimetre: PDF counts 72 to the inch. */
export const MM = 72 / 25.4;

const FONT_FILES = {
  heading: '@expo-google-fonts/zilla-slab/700Bold/ZillaSlab_700Bold.ttf',
  text: '@expo-google-fonts/atkinson-hyperlegible/400Regular/AtkinsonHyperlegible_400Regular.ttf',
  strong: '@expo-google-fonts/atkinson-hyperlegible/700Bold/AtkinsonHyperlegible_700Bold.ttf',
  number: '@expo-google-fonts/ibm-plex-mono/500Medium/IBMPlexMono_500Medium.ttf',
} as const;
export type FontName = keyof typeof FONT_FILES;

export const INK = rgb(0x22 / 255, 0x26 / 255, 0x2b / 255);
export const SLATE = rgb(0x56 / 255, 0x60 / 255, 0x6b / 255);
export const RULE = rgb(0xda / 255, 0xd3 / 255, 0xc4 / 255);

/** A colour such as #1d2f5c, as PDF has it. */
export function colourOf(hex: string): RGB {
  const [r, g, b] = [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16) / 255);
  return rgb(r, g, b);
}

/** A PDF with the bench book's own fonts in it. */
export async function newBook(title: string): Promise<{ pdf: PDFDocument; fonts: Record<FontName, PDFFont> }> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle(title);
  pdf.setProducer('Keen Anvil');
  pdf.setCreator('Keen Anvil');
  const fonts = {} as Record<FontName, PDFFont>;
  for (const name of Object.keys(FONT_FILES) as FontName[]) fonts[name] = await pdf.embedFont(readFileSync(require.resolve(FONT_FILES[name])), { subset: true });
  return { pdf, fonts };
}

/** A place on a page, in mm from its top left corner. */
export interface Spot {
  x: number;
  y: number;
}

/** Draws on a page in mm, y downward. */
export class Sheet {
  constructor(
    readonly page: PDFPage,
    private readonly fonts: Record<FontName, PDFFont>,
    private readonly origin: Spot = { x: 0, y: 0 },
  ) {}

  /** One line of text with its baseline at y; made smaller where it would be wider than `widthMm`, cut off below 60 %. */
  text(words: string, { x, y }: Spot, { font = 'text', sizeMm = 3.6, widthMm = Infinity, colour = INK }: { font?: FontName; sizeMm?: number; widthMm?: number; colour?: RGB } = {}): number {
    const face = this.fonts[font];
    const wide = (text: string, size: number) => face.widthOfTextAtSize(text, size * MM) / MM;
    const fit = Math.max(0.6, Math.min(1, widthMm / wide(words, sizeMm)));
    const size = sizeMm * fit;
    let shown = words;
    while (shown.length > 1 && wide(shown, size) > widthMm) shown = `${shown.slice(0, -2).trimEnd()}…`;
    this.page.drawText(shown, { x: (this.origin.x + x) * MM, y: this.page.getHeight() - (this.origin.y + y) * MM, size: size * MM, font: face, color: colour });
    return wide(shown, size);
  }

  /** Text broken into lines of at most `widthMm`, at most `lines` of them. Returns the baseline after the last one. */
  paragraph(words: string, { x, y }: Spot, { sizeMm = 3.4, widthMm, lines }: { sizeMm?: number; widthMm: number; lines: number }): number {
    const wide = (text: string) => this.fonts.text.widthOfTextAtSize(text, sizeMm * MM) / MM;
    const rows: string[] = [];
    for (const word of words.split(/\s+/).filter(Boolean)) {
      const last = rows[rows.length - 1];
      if (last !== undefined && wide(`${last} ${word}`) <= widthMm) rows[rows.length - 1] = `${last} ${word}`;
      else rows.push(word);
    }
    if (rows.length > lines) rows[lines - 1] = `${rows[lines - 1]} …`;
    rows.slice(0, lines).forEach((row, i) => this.text(row, { x, y: y + i * sizeMm * 1.3 }, { sizeMm, widthMm, colour: SLATE }));
    return y + Math.min(rows.length, lines) * sizeMm * 1.3;
  }

  /** A line. */
  line(from: Spot, to: Spot, widthMm = 0.2): void {
    const at = ({ x, y }: Spot) => ({ x: (this.origin.x + x) * MM, y: this.page.getHeight() - (this.origin.y + y) * MM });
    this.page.drawLine({ start: at(from), end: at(to), thickness: widthMm * MM, color: RULE });
  }

  /** A filled box with a fine edge. */
  box({ x, y }: Spot, widthMm: number, heightMm: number, fill: RGB): void {
    this.page.drawRectangle({ x: (this.origin.x + x) * MM, y: this.page.getHeight() - (this.origin.y + y + heightMm) * MM, width: widthMm * MM, height: heightMm * MM, color: fill, borderColor: SLATE, borderWidth: 0.15 * MM });
  }

  /** A QR code (ISO/IEC 18004, correction level M) as squares, with its quiet zone inside `sizeMm`. */
  qr(address: string, { x, y }: Spot, sizeMm: number): void {
    const { modules } = createQr(address, { errorCorrectionLevel: 'M' });
    const quiet = 4;
    const cell = sizeMm / (modules.size + 2 * quiet);
    let path = '';
    for (let row = 0; row < modules.size; row++) {
      for (let column = 0; column < modules.size; column++) {
        if (modules.get(row, column)) path += `M${((column + quiet) * cell * MM).toFixed(3)} ${((row + quiet) * cell * MM).toFixed(3)}h${(cell * MM).toFixed(3)}v${(cell * MM).toFixed(3)}h${(-cell * MM).toFixed(3)}z`;
      }
    }
    this.page.drawSvgPath(path, { x: (this.origin.x + x) * MM, y: this.page.getHeight() - (this.origin.y + y) * MM, color: INK });
  }
}
