import {
  Arc,
  Attdef,
  Attrib,
  BlockFlags,
  Circle,
  type DxfBlock,
  DxfDocument,
  type DxfStyle,
  HatchBoundaryPaths,
  HatchPolylineBoundary,
  HatchPredefinedPatterns,
  ImageDisplayFlags,
  LWPolyline,
  LWPolylineFlags,
  Line,
  Text,
  Units,
  pattern,
} from '@tarikjabiri/dxf';
import type { Point } from '../geometry/box';
import { MM_PER_INCH } from '../geometry/length';
import type { ProfileDocument } from '../profile/document';
import { SHIPPED_FONTS } from '../lettering/fonts';
import {
  type ImagePrimitive,
  type Layer,
  type PathPrimitive,
  type Primitive,
  type Scene,
  type TextPrimitive,
} from '../scene/scene';
import { cutOff } from '../scene/image-clip';
import { flattened } from '../picture/flattening';
import { LINE_TYPES, type Measured, trueColour, writeProfile } from './dxf-profile';
import { type DxfPrompts, promptKey } from './dxf-prompts';
import { type ViewOnSheet, factorsOf } from './dxf-views';
import { InsertWithAttributes, emboldened, prompted, weighted } from './dxf-records';
import type { SheetFiles } from './sheet-files';

/**
 * Writes a scene as a DXF drawing (2007, UTF-8): origin at the trimmed sheet's lower left, in the sheet's unit, with
 * limits, the profile's layers, line types, text styles and dimension style, and line weights. Every block is a block definition with
 * one reference; each run of text that holds a link or an answer is an attribute of it.
 *
 * @param profile the drafting profile of what is drawn
 * @param prompts what places ask for that are filled in elsewhere
 * @param views its views, by whose scales dimensions measure
 */
export function writeDxf(
  scene: Scene,
  profile: ProfileDocument,
  prompts: DxfPrompts = new Map(),
  views: readonly ViewOnSheet[] = [],
): string {
  const drawing = new DxfDrawing(scene.unit, profile, { factors: factorsOf(views), at: 'paper' });
  drawing.setLimits(scene);
  drawing.sheet(scene, prompts, drawing.dxf.modelSpace);
  return drawing.written();
}

/** A DXF drawing with a profile's tables, onto whose spaces sheets are drawn. */
export class DxfDrawing {
  readonly dxf = new DxfDocument();
  private readonly perMm: number;
  private readonly styles = new Map<string, DxfStyle>();
  /** Names of blocks that are taken. */
  private readonly names = new Set<string>();

  constructor(
    unit: Scene['unit'],
    private readonly profile: ProfileDocument,
    measured?: Measured,
  ) {
    this.perMm = unit === 'in' ? 1 / MM_PER_INCH : 1;
    this.dxf.setUnits(unit === 'in' ? Units.Inches : Units.Millimeters);
    this.dxf.header.setVariable('$MEASUREMENT', { 70: unit === 'in' ? 0 : 1 });
    this.dxf.header.setVariable('$LTSCALE', { 40: 1 });
    writeProfile(this.dxf, profile, (mm) => this.length(mm), shippedFileName, measured);
  }

  /** Gives the model the sheet as its limits and extents. */
  setLimits({ width, height }: Pick<Scene, 'width' | 'height'>): void {
    const { header } = this.dxf;
    const corner = { 10: this.length(width), 20: this.length(height) };
    header.setVariable('$LIMMIN', { 10: 0, 20: 0 });
    header.setVariable('$LIMMAX', corner);
    header.setVariable('$EXTMIN', { 10: 0, 20: 0, 30: 0 });
    header.setVariable('$EXTMAX', { ...corner, 30: 0 });
  }

  /** Draws a sheet onto a space, its lower left corner at the origin. */
  sheet(scene: Scene, prompts: DxfPrompts, space: DxfBlock): void {
    for (const primitive of scene.primitives) {
      if (primitive.block === undefined) this.drawFree(primitive, space);
    }
    for (const block of scene.blocks) this.block(space, scene, block, prompts);
  }

  /** Draws a primitive that belongs to no block onto a space. */
  drawFree(primitive: Primitive, space: DxfBlock): void {
    this.draw(space, primitive, { x: 0, y: 0 }, space);
  }

  /** The whole drawing as a file. */
  written(): string {
    return this.dxf.stringify() + '\n';
  }

  /** A length in the drawing's unit. */
  length(mm: number): number {
    return Math.round(mm * this.perMm * 1e8) / 1e8;
  }

  private layer(purpose: Layer): string {
    return this.profile.layers[purpose].name;
  }

  private point({ x, y }: Point, origin: Point) {
    return { x: this.length(x - origin.x), y: this.length(y - origin.y), z: 0 };
  }

  private block(space: DxfBlock, scene: Scene, block: Scene['blocks'][number], prompts: DxfPrompts) {
    const definition = this.dxf.addBlock(readable(block.name, this.names));
    const primitives = scene.primitives.filter((primitive) => primitive.block === block.id);
    const insert = new InsertWithAttributes(definition.name, this.point(block.at, { x: 0, y: 0 }));
    insert.layerName = this.layer('blocks');
    const tags = new Set<string>();
    const asked = new Set<string>();
    for (const primitive of primitives) {
      if (primitive.kind === 'text' && primitive.tag !== undefined) {
        const tag = readable(primitive.tag, tags);
        definition.flags = BlockFlags.HasNonConstantAttribute;
        const place = this.attribute(Attdef, primitive, block.at, tag);
        // A text of several lines asks once.
        const key = promptKey(primitive.source, primitive.tag);
        const prompt = asked.has(key) ? undefined : prompts.get(key);
        asked.add(key);
        definition.addEntity(prompt === undefined ? place : prompted(place, literal(prompt)));
        insert.attach(this.attribute(Attrib, primitive, { x: 0, y: 0 }, tag));
      } else this.draw(definition, primitive, block.at, space);
    }
    space.addEntity(insert);
  }

  /** @param space the space of the sheet, on which raster pictures stand whatever they belong to */
  private draw(owner: DxfBlock, primitive: Primitive, origin: Point, space: DxfBlock) {
    const common = { layerName: this.layer(primitive.layer), trueColor: inkOf(primitive.ink) };
    if (primitive.kind === 'text') {
      owner.addEntity(this.text(primitive, origin));
      return;
    }
    if (primitive.kind === 'fill') {
      const boundary = new HatchPolylineBoundary(primitive.points.map((p) => this.point(p, origin)));
      const paths = new HatchBoundaryPaths();
      paths.addPolylineBoundary(boundary);
      owner.addHatch(paths, pattern({ name: HatchPredefinedPatterns.SOLID }), common);
      return;
    }
    if (primitive.kind === 'image') {
      this.image(primitive, space);
      return;
    }
    if (primitive.kind === 'path') {
      this.path(owner, primitive, origin, common);
      return;
    }
    const dashed = primitive.type !== 'continuous';
    const options = {
      ...common,
      lineType: LINE_TYPES[primitive.type].name,
      ...(dashed && { lineTypeScale: this.length(primitive.width) }),
    };
    owner.addEntity(weighted(this.stroke(primitive, origin, options), primitive.width));
  }

  /** Outlines as polylines that stray from their curves by no more than a hundredth of a millimetre, fills as solid hatches. */
  private path(owner: DxfBlock, path: PathPrimitive, origin: Point, common: { layerName: string }) {
    const pieces = flattened(path.segments, 0.01);
    if (path.fill) {
      const paths = new HatchBoundaryPaths();
      for (const piece of pieces)
        paths.addPolylineBoundary(new HatchPolylineBoundary(piece.points.map((p) => this.point(p, origin))));
      owner.addHatch(paths, pattern({ name: HatchPredefinedPatterns.SOLID }), {
        ...common,
        trueColor: inkOf(path.fill),
      });
    }
    if (path.stroke === undefined) return;
    for (const piece of pieces) {
      const flags = piece.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None;
      const vertices = piece.points.map((p) => ({ point: this.point(p, origin) }));
      owner.addEntity(weighted(new LWPolyline(vertices, { ...common, flags }), path.stroke));
    }
  }

  /** A raster picture as an image; its pixels are in a file of its own beside the drawing. */
  private image(image: ImagePrimitive, space: DxfBlock) {
    const { width, pixels, turn } = image;
    const at = this.point(image, { x: 0, y: 0 });
    const entity = space.addImage(
      pictureFile(image),
      `PICTURE_${image.hash.slice(0, 8)}`,
      at,
      pixels.width,
      pixels.height,
      this.length(width),
      -turn,
      { layerName: this.layer('pictures') },
    );
    this.clip(entity, image);
    // The library takes the whole width as scale and turns clockwise; it leaves the reactor without its owner, which is the image.
    const reactor = this.dxf.objects.objects.find((object) => object.handle === entity.imageDefReactorHandle);
    if (reactor) reactor.ownerObjecthandle = entity.handle;
  }

  /** What a picture may show of itself, in pixels from its upper left corner; the library leaves out that it shows the inside. */
  private clip(entity: ReturnType<DxfBlock['addImage']>, image: ImagePrimitive) {
    entity.clipModeFlag = 0;
    const cut = cutOff(image);
    if (!cut) return;
    const { width, height, pixels } = image;
    const [perX, perY] = [pixels.width / width, pixels.height / height];
    entity.imageDisplayFlags =
      ImageDisplayFlags.ShowImage |
      ImageDisplayFlags.ShowImageWhenNotAlignedWithScreen |
      ImageDisplayFlags.UseClippingBoundary;
    entity.setClipBoundaryVerticies(
      [
        { x: cut.left * perX - 0.5, y: cut.top * perY - 0.5 },
        { x: pixels.width - cut.right * perX - 0.5, y: pixels.height - cut.bottom * perY - 0.5 },
      ],
      1,
    );
  }

  private stroke(
    primitive: Exclude<Primitive, { kind: 'text' | 'fill' | 'path' | 'image' }>,
    origin: Point,
    options: object,
  ) {
    if (primitive.kind === 'line') {
      return new Line(this.point(primitive.from, origin), this.point(primitive.to, origin), options);
    }
    if (primitive.kind === 'outline' || primitive.kind === 'run') {
      const vertices = primitive.points.map((p) => ({ point: this.point(p, origin) }));
      const closed = primitive.kind === 'outline' && { flags: LWPolylineFlags.Closed };
      return new LWPolyline(vertices, { ...options, ...closed });
    }
    const centre = this.point(primitive.centre, origin);
    const radius = this.length(primitive.radius);
    return primitive.toDeg - primitive.fromDeg >= 360
      ? new Circle(centre, radius, options)
      : new Arc(centre, radius, primitive.fromDeg, primitive.toDeg, options);
  }

  private text(run: TextPrimitive, origin: Point): Text {
    const text = new Text(this.point(run, origin), this.length(run.height), literal(run.text), this.textOptions(run));
    text.textStyle = this.style(run).name;
    return text;
  }

  private attribute<T extends Attdef | Attrib>(
    Kind: new (...args: ConstructorParameters<typeof Attrib>) => T,
    run: TextPrimitive,
    origin: Point,
    tag: string,
  ): T {
    const value = literal(run.text);
    const attribute = new Kind(this.point(run, origin), this.length(run.height), tag, value, this.textOptions(run));
    attribute.textStyle = this.style(run).name;
    return attribute;
  }

  private textOptions(run: TextPrimitive) {
    return {
      layerName: this.layer(run.layer),
      trueColor: inkOf(run.ink),
      rotation: run.turn,
      obliqueAngle: run.slantDeg,
      relativeXScaleFactor: run.letterWidth,
    };
  }

  /** One text style for each font, weight and letter width; its fixed height is 0, so that every text brings its own. */
  private style(run: TextPrimitive): DxfStyle {
    const width = Math.round(run.letterWidth * 1000);
    const bold = run.bold !== undefined;
    const typeface = /^[0-9a-f]{64}$/.test(run.font) ? `FONT_${run.font.slice(0, 8)}` : run.font;
    const name = `${typeface.toUpperCase().replaceAll('-', '_')}${bold ? '_BOLD' : ''}${width === 1000 ? '' : `_W${width}`}`;
    let style = this.styles.get(name);
    if (!style) {
      style = this.dxf.tables.addStyle(name);
      style.fontFileName = shippedFileName(run.font);
      style.widthFactor = run.letterWidth;
      if (bold) emboldened(style, run.font);
      this.styles.set(name, style);
    }
    return style;
  }
}

/** The file of a shipped font, else the start of its id as a file name. */
const shippedFileName = (id: string): string =>
  SHIPPED_FONTS.find((font) => font.id === id)?.file ?? `${id.slice(0, 8)}.ttf`;

/** The files of raster pictures that belong beside a scene's DXF. */
export function pictureFiles(
  scene: Scene,
  { picture }: Pick<SheetFiles, 'picture'>,
): { name: string; bytes: Uint8Array }[] {
  const images = scene.primitives.filter((primitive) => primitive.kind === 'image');
  const byName = new Map(images.map((image) => [pictureFile(image), image]));
  return [...byName].map(([name, image]) => ({ name, bytes: picture(image.hash) }));
}

/** The name of the file that a DXF looks for a raster picture under. */
const pictureFile = ({ hash, type }: Pick<ImagePrimitive, 'hash' | 'type'>): string =>
  `picture-${hash.slice(0, 8)}.${type === 'jpeg' ? 'jpg' : 'png'}`;

const inkOf = (ink: string) => String(trueColour(ink));

/** A name a DXF takes: capitals of any alphabet, numerals and underscores, with _2 … when it is already used. */
function readable(name: string, used: Set<string>): string {
  const base =
    name
      .normalize('NFC')
      .toUpperCase()
      .replace(/[^\p{L}\p{M}\p{N}]+/gu, '_')
      .replace(/^_|_$/g, '') || 'UNNAMED';
  let candidate = base;
  for (let n = 2; used.has(candidate); n++) candidate = `${base}_${n}`;
  used.add(candidate);
  return candidate;
}

/**
 * Text as a DXF prints it unchanged: `%%` with a letter or numeral, `^`, and a backslash with `U+` or `M+` begin codes there; `%%%` is a
 * percent sign, and U+005C the backslash.
 */
function literal(text: string): string {
  return text
    .replace(/\\(?=[UM]\+)/gi, '\\U+005C')
    .replace(/%%(?=[cdpuok\d])/gi, '%%%%%%')
    .replaceAll('^', '^ ');
}
