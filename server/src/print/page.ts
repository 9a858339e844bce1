import { create as createQr } from 'qrcode';
import PDFDocument from 'pdfkit';

/** Points in a millimetre: PDF counts 72 to the inch. */
export const MM = 72 / 25.4;

const FONT_FILES = {
  heading: '@expo-google-fonts/zilla-slab/700Bold/ZillaSlab_700Bold.ttf',
  text: '@expo-google-fonts/atkinson-hyperlegible/400Regular/AtkinsonHyperlegible_400Regular.ttf',
  strong: '@expo-google-fonts/atkinson-hyperlegible/700Bold/AtkinsonHyperlegible_700Bold.ttf',
  number: '@expo-google-fonts/ibm-plex-mono/500Medium/IBMPlexMono_500Medium.ttf',
} as const;
export type FontName = keyof typeof FONT_FILES;

export const INK = '#22262b';
export const SLATE = '#56606b';
const RULE = '#dad3c4';

export interface PageSize {
  widthMm: number;
  heightMm: number;
}

/** A PDF at true size with the bench book's own fonts in it; `draw` makes its pages. */
export function makePdf(
  title: string,
  { widthMm, heightMm }: PageSize,
  draw: (pdf: PDFKit.PDFDocument) => void,
): Promise<Buffer> {
  const pdf = new PDFDocument({
    size: [widthMm * MM, heightMm * MM],
    margin: 0,
    autoFirstPage: false,
    info: { Title: title, Producer: 'Keen Anvil', Creator: 'Keen Anvil' },
  });
  for (const name of Object.keys(FONT_FILES) as FontName[]) pdf.registerFont(name, require.resolve(FONT_FILES[name]));
  const parts: Buffer[] = [];
  return new Promise((resolve, reject) => {
    pdf.on('data', (part: Buffer) => parts.push(part));
    pdf.on('end', () => resolve(Buffer.concat(parts)));
    pdf.on('error', reject);
    draw(pdf);
    pdf.end();
  });
}

/** A place on a page, in mm from its top left corner. */
export interface Spot {
  x: number;
  y: number;
}

interface TextStyle {
  font?: FontName;
  sizeMm?: number;
  widthMm?: number;
  colour?: string;
}

/** Draws on the present page in mm, y downward. */
export class Sheet {
  constructor(
    private readonly pdf: PDFKit.PDFDocument,
    private readonly origin: Spot = { x: 0, y: 0 },
  ) {}

  /** One line of text with its baseline at y; made smaller where it would be wider than `widthMm`, cut off below 60 %. Returns its width in mm. */
  text(
    words: string,
    spot: Spot,
    { font: wanted = 'text', sizeMm = 3.6, widthMm = Infinity, colour = INK }: TextStyle = {},
  ): number {
    // The space of IBM Plex Mono stands at the very end of its table of outlines, where fontkit reads past it.
    const font = wanted === 'number' && words.includes(' ') ? 'strong' : wanted;
    const fit = Math.max(0.6, Math.min(1, widthMm / this.width(words, font, sizeMm)));
    const size = sizeMm * fit;
    let shown = words;
    while (shown.length > 1 && this.width(shown, font, size) > widthMm) shown = `${shown.slice(0, -2).trimEnd()}…`;
    const { x, y } = this.at(spot);
    this.pdf
      .font(font)
      .fontSize(size * MM)
      .fillColor(colour)
      .text(shown, x, y, { lineBreak: false, baseline: 'alphabetic' });
    return this.width(shown, font, size);
  }

  /** Text broken into lines of at most `widthMm`, at most `lines` of them. Returns the baseline after the last one. */
  paragraph(
    words: string,
    { x, y }: Spot,
    { sizeMm = 3.4, widthMm, lines }: { sizeMm?: number; widthMm: number; lines: number },
  ): number {
    const rows: string[] = [];
    for (const word of words.split(/\s+/).filter(Boolean)) {
      const last = rows[rows.length - 1];
      if (last !== undefined && this.width(`${last} ${word}`, 'text', sizeMm) <= widthMm)
        rows[rows.length - 1] = `${last} ${word}`;
      else rows.push(word);
    }
    if (rows.length > lines) rows[lines - 1] = `${rows[lines - 1]} …`;
    rows
      .slice(0, lines)
      .forEach((row, i) => this.text(row, { x, y: y + i * sizeMm * 1.3 }, { sizeMm, widthMm, colour: SLATE }));
    return y + Math.min(rows.length, lines) * sizeMm * 1.3;
  }

  /** A line. */
  line(from: Spot, to: Spot, widthMm = 0.2): void {
    const [a, b] = [this.at(from), this.at(to)];
    this.pdf
      .moveTo(a.x, a.y)
      .lineTo(b.x, b.y)
      .lineWidth(widthMm * MM)
      .stroke(RULE);
  }

  /** A filled box with a fine edge. */
  box(spot: Spot, widthMm: number, heightMm: number, fill: string): void {
    const { x, y } = this.at(spot);
    this.pdf
      .rect(x, y, widthMm * MM, heightMm * MM)
      .lineWidth(0.15 * MM)
      .fillAndStroke(fill, SLATE);
  }

  /** A QR code (ISO/IEC 18004, correction level M) as squares, with its quiet zone inside `sizeMm`. */
  qr(address: string, spot: Spot, sizeMm: number): void {
    const { modules } = createQr(address, { errorCorrectionLevel: 'M' });
    const quiet = 4;
    const cell = (sizeMm / (modules.size + 2 * quiet)) * MM;
    const { x, y } = this.at(spot);
    for (let row = 0; row < modules.size; row++) {
      for (let column = 0; column < modules.size; column++) {
        if (modules.get(row, column)) this.pdf.rect(x + (column + quiet) * cell, y + (row + quiet) * cell, cell, cell);
      }
    }
    this.pdf.fill(INK);
  }

  private width(words: string, font: FontName, sizeMm: number): number {
    return (
      this.pdf
        .font(font)
        .fontSize(sizeMm * MM)
        .widthOfString(words) / MM
    );
  }

  private at({ x, y }: Spot): Spot {
    return { x: (this.origin.x + x) * MM, y: (this.origin.y + y) * MM };
  }
}
