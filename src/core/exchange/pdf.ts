import PDFDocument from 'pdfkit';
import { MM_PER_INCH } from '../geometry/length';
import { withoutLayout } from '../lettering/plain-font';
import { joinedScene } from '../scene/joined';
import { DASHES, type ImagePrimitive, type Primitive, type Scene, type TextPrimitive } from '../scene/scene';
import type { SheetFiles } from './sheet-files';
import { arcPath, fontsUsed, outlinePath } from './svg';

/** PDF user space units (points, 1/72 inch) per mm. */
const POINT = 72 / MM_PER_INCH;

export interface PdfDetails {
  title: string;
  /** YYYY-MM-DD, written as the date of creation, so that equal sheets are equal files. */
  date: string;
  /** Who made what is on the sheets. */
  author?: string | undefined;
  /** The language of the sheets, as BCP 47 names it. */
  language?: string | undefined;
}

/** A sheet on a page of its own, and its name in the outline. */
export interface PdfPage {
  scene: Scene;
  name?: string;
}

/**
 * Writes sheets as a PDF, one page each: true page size and line widths, fonts embedded as subsets, text as text; several pages have
 * an outline of their names. PDF 1.7 with its title, author and language, as XMP too; a picture that stands in several places is in it once.
 *
 * @param files the fonts and raster pictures that the sheets name
 */
export async function writePdf(pages: readonly PdfPage[], files: SheetFiles, details: PdfDetails): Promise<Uint8Array> {
  const pdf = new PDFDocument({
    autoFirstPage: false,
    pdfVersion: '1.7',
    displayTitle: true,
    ...(details.language !== undefined && { lang: details.language }),
    info: {
      Title: details.title,
      ...(details.author !== undefined && { Author: details.author }),
      Creator: 'Zonograph',
      CreationDate: new Date(`${details.date}T00:00:00Z`),
    },
  });
  const chunks: Uint8Array[] = [];
  const done = new Promise<void>((resolve, reject) => {
    pdf.on('data', (chunk: Uint8Array) => chunks.push(chunk));
    pdf.on('end', resolve);
    pdf.on('error', reject);
  });
  const fonts = new Set(pages.flatMap(({ scene }) => [...fontsUsed(scene)]));
  for (const font of fonts) {
    pdf.registerFont(font, Buffer.from(withoutLayout(files.font(font))));
    keepLayouts(pdf.font(font));
  }
  const pictures = openedOnce(pdf, files);
  for (const { scene, name } of pages) {
    pdf.addPage({ size: [scene.width * POINT, scene.height * POINT], margin: 0 });
    if (pages.length > 1 && name !== undefined) pdf.outline.addItem(name);
    for (const primitive of joinedScene(scene).primitives) draw(pdf, primitive, scene.height, pictures);
  }
  pdf.end();
  await done;
  return Buffer.concat(chunks);
}

type Pdf = InstanceType<typeof PDFDocument>;

/** What pdfkit knows of a font and its types do not. */
interface LaysRuns {
  layoutRun(text: string, features?: object): object;
}

/**
 * Lets the font of a document lay out each text once: pdfkit keeps layouts only of text that is set with all features. Sheets are set with
 * one set of features throughout, and repeat their texts.
 */
function keepLayouts(pdf: Pdf): void {
  const font = (pdf as unknown as { _font: LaysRuns })._font;
  const known = new Map<string, object>();
  const layOut = font.layoutRun.bind(font);
  font.layoutRun = (text, features) => {
    let run = known.get(text);
    if (!run) known.set(text, (run = layOut(text, features)));
    return run;
  };
}

/** What pdfkit does and its types do not say: an opened picture is drawn as one that is given, and is in the document once. */
interface OpensPictures {
  openImage(file: Buffer): PDFKit.Mixins.ImageSrc;
}

/** The raster pictures of a document by their hash, each put into it once. */
type Pictures = (hash: string) => PDFKit.Mixins.ImageSrc;

function openedOnce(pdf: Pdf, files: SheetFiles): Pictures {
  const opened = new Map<string, PDFKit.Mixins.ImageSrc>();
  return (hash) => {
    let picture = opened.get(hash);
    if (!picture)
      opened.set(hash, (picture = (pdf as unknown as OpensPictures).openImage(Buffer.from(files.picture(hash)))));
    return picture;
  };
}

function draw(pdf: Pdf, primitive: Primitive, sheetHeight: number, pictures: Pictures): void {
  const x = (mm: number) => mm * POINT;
  const y = (mm: number) => (sheetHeight - mm) * POINT;
  if (primitive.kind === 'text') {
    drawText(pdf, primitive, x(primitive.x), y(primitive.y));
    return;
  }
  if (primitive.kind === 'image') {
    drawImage(pdf, primitive, pictures(primitive.hash), x, y);
    return;
  }
  if (primitive.kind === 'path') {
    pdf.path(outlinePath(primitive.segments, x, y));
    const { fill, stroke, ink, evenOdd } = primitive;
    const rule = evenOdd ? 'even-odd' : 'non-zero';
    if (stroke !== undefined) pdf.undash().lineWidth(stroke * POINT);
    if (fill && stroke !== undefined) pdf.fillAndStroke(fill, ink, rule);
    else if (fill) pdf.fill(fill, rule);
    else pdf.stroke(ink);
    return;
  }
  if (primitive.kind === 'line') {
    pdf.moveTo(x(primitive.from.x), y(primitive.from.y)).lineTo(x(primitive.to.x), y(primitive.to.y));
  } else if (primitive.kind === 'arc') {
    pdf.path(arcPath(primitive, x, y, POINT));
  } else if (primitive.kind === 'run') {
    primitive.points.forEach((point, i) =>
      i === 0 ? pdf.moveTo(x(point.x), y(point.y)) : pdf.lineTo(x(point.x), y(point.y)),
    );
  } else {
    pdf.polygon(...primitive.points.map((point): [number, number] => [x(point.x), y(point.y)]));
  }
  if (primitive.kind === 'fill') {
    pdf.fill(primitive.ink);
    return;
  }
  const dashes = DASHES[primitive.type];
  pdf.lineWidth(primitive.width * POINT);
  if (dashes.length > 0) {
    const [dash, ...rest] = dashes.map((length) => length * primitive.width * POINT);
    pdf.dash([dash, ...rest] as unknown as number, {});
  } else pdf.undash();
  pdf.stroke(primitive.ink);
}

/** A raster picture at its full resolution. */
function drawImage(
  pdf: Pdf,
  image: ImagePrimitive,
  picture: PDFKit.Mixins.ImageSrc,
  x: (mm: number) => number,
  y: (mm: number) => number,
): void {
  pdf.save();
  const { clip } = image;
  if (clip) pdf.rect(x(clip.x), y(clip.y + clip.height), clip.width * POINT, clip.height * POINT).clip();
  pdf.translate(x(image.x), y(image.y));
  if (image.turn !== 0) pdf.rotate(-image.turn);
  pdf.image(picture, 0, -image.height * POINT, {
    width: image.width * POINT,
    height: image.height * POINT,
  });
  pdf.restore();
}

const radians = (deg: number) => (deg * Math.PI) / 180;

function drawText(pdf: Pdf, run: TextPrimitive, x: number, y: number): void {
  pdf.save().translate(x, y);
  if (run.turn !== 0) pdf.rotate(-run.turn);
  if (run.slantDeg !== 0) pdf.transform(1, 0, -Math.tan(radians(run.slantDeg)), 1, 0, 0);
  // Sheet text is set without kerning and ligatures. The published types know neither this form nor the scaling.
  const options = {
    lineBreak: false,
    baseline: 'alphabetic',
    horizontalScaling: run.letterWidth * 100,
    features: { kern: false, liga: false },
    ...(run.bold !== undefined && { fill: true, stroke: true }),
  } as unknown as PDFKit.Mixins.TextOptions;
  if (run.bold !== undefined)
    pdf
      .undash()
      .lineJoin('round')
      .lineWidth(run.bold * POINT)
      .strokeColor(run.ink);
  pdf
    .font(run.font)
    .fontSize(run.emSize * POINT)
    .fillColor(run.ink)
    .text(run.text, 0, 0, options);
  pdf.restore();
}
