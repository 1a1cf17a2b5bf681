/** What the application uses of dxf, which comes without types: entities as it reads them. */
declare module 'dxf' {
  export interface DxfPoint {
    x?: number;
    y?: number;
    bulge?: number;
  }

  export interface DxfTextFields extends DxfPoint {
    string?: string;
    textHeight?: number;
    x2?: number;
    y2?: number;
    relScaleX?: number;
    rotation?: number;
    obliqueAngle?: number;
    styleName?: string;
    hAlign?: number;
    vAlign?: number;
  }

  export interface DxfEdge {
    type?: string;
    points?: DxfPoint[];
    start?: DxfPoint;
    end?: DxfPoint;
    center?: DxfPoint;
    radius?: number;
    startAngle?: number;
    endAngle?: number;
    counterClockWise?: boolean;
  }

  export interface DxfEntity extends DxfTextFields {
    type: string;
    handle?: string;
    layer?: string;
    lineTypeName?: string;
    colorNumber?: number;
    visible?: boolean;
    paperSpace?: number;
    extrusionZ?: number;
    start?: DxfPoint;
    end?: DxfPoint;
    r?: number;
    startAngle?: number;
    endAngle?: number;
    vertices?: DxfPoint[];
    closed?: boolean;
    polygonMesh?: boolean;
    polyfaceMesh?: boolean;
    majorX?: number;
    majorY?: number;
    axisRatio?: number;
    controlPoints?: DxfPoint[];
    knots?: number[];
    weights?: number[];
    degree?: number;
    corners?: DxfPoint[];
    fillType?: string;
    boundary?: { loops: { entities: DxfEdge[] }[] };
    nominalTextHeight?: number;
    attachmentPoint?: number;
    xAxisX?: number;
    xAxisY?: number;
    lineSpacingFactor?: number;
    block?: string;
    scaleX?: number;
    scaleY?: number;
    columnCount?: number;
    rowCount?: number;
    columnSpacing?: number;
    rowSpacing?: number;
    text?: DxfTextFields;
    tag?: string;
    prompt?: string;
    attributeFlags?: number;
  }

  export interface DxfBlock extends DxfPoint {
    name?: string;
    entities: DxfEntity[];
  }

  export interface Dxf {
    header: { insUnits?: number; measurement?: number };
    blocks: DxfBlock[];
    entities: DxfEntity[];
    tables: {
      layers: Record<string, { lineTypeName?: string; colorNumber?: number }>;
      styles: Record<string, { primaryFontFileName?: string; widthFactor?: number; obliqueAngle?: number }>;
    };
  }

  export function parseString(text: string): Dxf;
  export const colors: readonly (readonly [number, number, number])[];
}
