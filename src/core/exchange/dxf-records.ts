/**
 * What the DXF library writes differently from what strict readers expect, corrected in thin subclasses: line weights on
 * entities (group 370), line weights of layers, bold text styles, attributes closed by one SEQEND.
 */
import {
  type Attdef,
  type Attrib,
  type DxfBlock,
  DxfLayer,
  type DxfStyle,
  Dxfier,
  Insert,
  SeqEnd,
} from '@tarikjabiri/dxf';

type Entity = Parameters<DxfBlock['addEntity']>[0];

/** Line weights a DXF may carry, in hundredths of a millimetre. */
const LINE_WEIGHTS = [
  0, 5, 9, 13, 15, 18, 20, 25, 30, 35, 40, 50, 53, 60, 70, 80, 90, 100, 106, 120, 140, 158, 200, 211,
];

/** The line weight nearest to a width in mm. */
export function lineWeight(widthMm: number): number {
  const wanted = widthMm * 100;
  return LINE_WEIGHTS.reduce((best, weight) => (Math.abs(weight - wanted) < Math.abs(best - wanted) ? weight : best));
}

/** Writes into another one's list, putting a line weight among the common groups of an entity. */
class WeightingDxfier extends Dxfier {
  constructor(
    private readonly target: Dxfier,
    private readonly weight: number,
  ) {
    super();
  }

  override push(code: number, value?: string | number) {
    this.target.push(code, value);
  }

  override visibilty(visibility?: boolean) {
    super.visibilty(visibility);
    this.target.push(370, this.weight);
  }
}

/** Gives an entity a line weight, the nearest that a DXF may carry. */
export function weighted<T extends Entity>(entity: T, widthMm: number): T {
  const write = entity.dxfy.bind(entity);
  entity.dxfy = (dx) => write(new WeightingDxfier(dx, lineWeight(widthMm)));
  return entity;
}

/** Writes into another one's list, with the prompt that the library leaves empty. */
class PromptingDxfier extends Dxfier {
  constructor(
    private readonly target: Dxfier,
    private readonly prompt: string,
  ) {
    super();
  }

  override push(code: number, value?: string | number) {
    this.target.push(code, code === 3 && value === '' ? this.prompt : value);
  }
}

/** Gives a place for an attribute the prompt with which it is filled in. */
export function prompted(place: Attdef, prompt: string): Attdef {
  const write = place.dxfy.bind(place);
  place.dxfy = (dx) => write(new PromptingDxfier(dx, prompt));
  return place;
}

/** Marks a text style as bold: extended data of the application ACAD names the typeface and its flags. */
export function emboldened(style: DxfStyle, typeface: string): void {
  const write = style.dxfy.bind(style);
  style.dxfy = (dx) => {
    write(dx);
    dx.push(1001, 'ACAD');
    dx.push(1000, typeface);
    dx.push(1071, 0x2000000);
  };
}

/** A layer with its line type, colour and line weight, and whether it is printed. */
export class SheetLayer extends DxfLayer {
  constructor(
    name: string,
    lineType: string,
    private readonly look: { trueColour: number; weight: number; printed: boolean },
  ) {
    // Colour 7 is black on white paper for readers that know no true colours.
    super(name, 7, lineType);
  }

  override dxfy(dx: Dxfier) {
    dx.type('LAYER');
    dx.handle(this.handle);
    dx.push(330, this.ownerObjectHandle);
    dx.subclassMarker('AcDbSymbolTableRecord');
    dx.subclassMarker('AcDbLayerTableRecord');
    dx.name(this.name);
    dx.push(70, this.flags);
    dx.colorNumber(this.colorNumber);
    // Black stays what a reader shows as its foreground.
    if (this.look.trueColour !== 0) dx.push(420, this.look.trueColour);
    dx.lineType(this.lineType);
    dx.push(290, this.look.printed ? 1 : 0);
    dx.push(370, this.look.weight);
  }
}

/** A block reference followed by its attributes and one SEQEND. */
export class InsertWithAttributes extends Insert {
  private readonly attributes: Attrib[] = [];
  private readonly end = new SeqEnd();

  attach(attribute: Attrib) {
    attribute.ownerBlockRecord = this.handle;
    this.attributes.push(attribute);
    this.attributesFollowFlag = 1;
  }

  override dxfy(dx: Dxfier) {
    super.dxfy(dx);
    if (this.attributes.length === 0) return;
    for (const attribute of this.attributes) attribute.dxfy(dx);
    this.end.ownerBlockRecord = this.handle;
    this.end.layerName = this.layerName;
    this.end.dxfy(dx);
  }
}
