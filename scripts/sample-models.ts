/**
 * Makes demo/models/*.step, the shapes of the Kelvarra parts: `npx tsx scripts/sample-models.ts`. Real features by number (mm);
 * each file carries its product's number and name, and the properties that a model gives as user-defined ones.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import {
  type Drawing,
  type Shape3D,
  draw,
  drawCircle,
  drawRoundedRectangle,
  exportSTEP,
  getOC,
  makeCylinder,
  measureVolume,
  setOC,
} from 'replicad';
import openKernel from 'replicad-opencascadejs';
import openReader from 'occt-import-js';
import { valueText } from '../src/core/property/value';
import { readModelFiles } from '../src/core/specimen/reading-files';
import { readSpecimen } from '../src/core/specimen/specimen';

setOC(await openKernel());

const extruded = (outline: Drawing, thickness: number): Shape3D =>
  outline.sketchOnPlane('XY').extrude(thickness) as Shape3D;

const cylinder = (diameter: number, from: number, to: number): Shape3D =>
  makeCylinder(diameter / 2, to - from, [0, 0, from], [0, 0, 1]);

/** A cylinder along x through y, z. */
const cross = (diameter: number, from: number, to: number, y: number, z: number): Shape3D =>
  makeCylinder(diameter / 2, to - from, [from, y, z], [1, 0, 0]);

const onCircle = (count: number, diameter: number, startDeg = 0): [number, number][] =>
  Array.from({ length: count }, (_, i) => {
    const angle = ((startDeg + (360 * i) / count) * Math.PI) / 180;
    return [(diameter / 2) * Math.cos(angle), (diameter / 2) * Math.sin(angle)];
  });

const holes = (outline: Drawing, places: [number, number][], diameter: number): Drawing =>
  places.reduce((left, [x, y]) => left.cut(drawCircle(diameter / 2).translate(x, y)), outline);

function polygon(points: [number, number][]): Drawing {
  const [first, ...rest] = points;
  return rest.reduce((pen, point) => pen.lineTo(point), draw(first)).close();
}

/** A bore with a keyway after DIN 6885's shape: a slot of that width, as deep as `top` over the bore's axis. */
const keyedBore = (diameter: number, width: number, top: number): Drawing =>
  drawCircle(diameter / 2).fuse(drawRoundedRectangle(width, top).translate(0, top / 2));

const shapes: Record<string, () => Shape3D> = {
  'drum-barrel': () => {
    const grooves = Array.from({ length: 8 }, (_, i) => cylinder(230, 70 + i * 64, 70 + i * 64 + 6));
    let barrel: Shape3D = cylinder(209.2, 0, 604).cut(cylinder(197, -1, 605));
    for (const groove of grooves) barrel = barrel.cut(groove.cut(cylinder(206, 0, 640)));
    for (const z of [150, 302, 454]) barrel = barrel.cut(cross(14, 80, 120, 0, z));
    return barrel;
  },
  'drum-flange': () =>
    extruded(holes(holes(drawCircle(210).cut(drawCircle(54)), onCircle(6, 260), 84), onCircle(12, 390, 15), 9), 12),
  'drive-shaft': () => {
    let shaft: Shape3D = cylinder(35, 0, 120)
      .fuse(cylinder(42, 120, 500))
      .fuse(cylinder(46, 500, 516))
      .fuse(cylinder(42, 516, 660))
      .fuse(cylinder(30, 660, 750));
    for (const [from, length, width, floor] of [
      [15, 90, 10, 12.5],
      [200, 160, 12, 16],
    ] as const) {
      const slot = drawRoundedRectangle(width, length - width)
        .fuse(drawCircle(width / 2).translate(0, (length - width) / 2))
        .fuse(drawCircle(width / 2).translate(0, -(length - width) / 2))
        .translate(0, from + length / 2);
      shaft = shaft.cut(slot.sketchOnPlane('XZ', -30).extrude(30 - floor) as Shape3D);
    }
    return shaft.chamfer(1.5, (edge) => edge.ofCurveType('CIRCLE').inPlane('XY', 0)) as Shape3D;
  },
  pawl: () =>
    extruded(
      polygon([
        [-26, -20],
        [24, -24],
        [96, -9],
        [104, 12],
        [88, 16],
        [30, 22],
        [-20, 26],
        [-32, 4],
      ])
        .fillet(5)
        .cut(drawCircle(10))
        .cut(drawCircle(4).translate(70, 2)),
      17.5,
    ),
  'pawl-wheel': () => {
    const teeth = onCircle(14, 180).flatMap(([x, y], i) => {
      const [a, b] = onCircle(14, 152, 4)[i]!;
      return [[x, y] as [number, number], [a, b] as [number, number]];
    });
    return extruded(polygon(teeth).cut(keyedBore(40, 12, 23.3)), 27);
  },
  'side-cheek': () => {
    const outline = drawRoundedRectangle(540, 620, 60);
    const windows = [-1, 1].map((side) => drawRoundedRectangle(175, 230, 30).translate(side * 165, -150));
    return extruded(
      holes(
        windows.reduce((left, window) => left.cut(window), outline).cut(drawCircle(60).translate(0, 90)),
        onCircle(8, 180).map(([x, y]) => [x, y + 90] as [number, number]),
        13,
      ),
      12,
    );
  },
  'fairlead-roller': () => {
    const inch = 25.4;
    const profile = draw([0.375 * inch, 0])
      .lineTo([1.5 * inch, 0])
      .lineTo([1.5 * inch, 0.25 * inch])
      .threePointsArcTo([1.5 * inch, 3.25 * inch], [1.25 * inch, 1.75 * inch])
      .lineTo([1.5 * inch, 3.5 * inch])
      .lineTo([0.375 * inch, 3.5 * inch])
      .close();
    return profile.sketchOnPlane('XZ').revolve() as Shape3D;
  },
  guard: () => {
    // A sheet of 2, folded twice with an inner radius of 3; its ends open downwards.
    const [width, height, t, r] = [190, 80, 2, 3];
    const outer = r + t;
    const at = (x: number, y: number, radius: number, side: 1 | -1): [number, number] => [
      x - side * radius * (1 - Math.SQRT1_2),
      y - radius * (1 - Math.SQRT1_2),
    ];
    const section = draw([0, 0])
      .lineTo([0, height - outer])
      .threePointsArcTo([outer, height], at(0, height, outer, -1))
      .lineTo([width - outer, height])
      .threePointsArcTo([width, height - outer], at(width, height, outer, 1))
      .lineTo([width, 0])
      .lineTo([width - t, 0])
      .lineTo([width - t, height - outer])
      .threePointsArcTo([width - outer, height - t], at(width - t, height - t, r, 1))
      .lineTo([outer, height - t])
      .threePointsArcTo([t, height - outer], at(t, height - t, r, -1))
      .lineTo([t, 0])
      .close();
    let guard = section.sketchOnPlane('XZ').extrude(-610) as Shape3D;
    for (const y of [60, 550])
      for (const x of [-10, 180]) guard = guard.cut(makeCylinder(4.5, 30, [x, y, 20], [1, 0, 0]) as Shape3D);
    return guard;
  },
};

/** The guard before it is folded: by the developed length of its bends, whose neutral line lies in the middle of the sheet. */
function flatGuard(): Shape3D {
  const [width, height, t, r] = [190, 80, 2, 3];
  const bend = (Math.PI / 2) * (r + t / 2);
  const [leg, back] = [height - r - t, width - 2 * (r + t)];
  const developed = 2 * leg + 2 * bend + back;
  // The holes of the legs lie 20 over their free ends.
  const places = [60, 550].flatMap((y) => [20, developed - 20].map((x): [number, number] => [x, y]));
  const outline = drawRoundedRectangle(developed, 610).translate(developed / 2, 305);
  return extruded(holes(outline, places, 9), t);
}

/** Where a component stands in its assembly: turned about an axis through the origin, then moved, mm. */
interface Placed {
  of: string;
  axis?: [number, number, number];
  deg?: number;
  to: [number, number, number];
}

const UPRIGHT: [number, number, number] = [0, 0, 1];
/** Turns x to y, y to z and z to x: what lies flat stands across the drum, whose axis becomes level. */
const ACROSS = { axis: [1, 1, 1] as [number, number, number], deg: 120 };

const assemblies: Record<string, Placed[]> = {
  'drum-assembly': [
    { of: 'drum-barrel', to: [0, 0, 0] },
    { of: 'drum-flange', to: [0, 0, -12] },
    { of: 'drum-flange', to: [0, 0, 604] },
    { of: 'drive-shaft', to: [0, 0, -50] },
    { of: 'pawl-wheel', to: [0, 0, 616] },
  ],
  'recovery-winch': [
    { of: 'drum-assembly', ...ACROSS, to: [0, 0, 90] },
    { of: 'side-cheek', ...ACROSS, to: [-40, 0, 0] },
    { of: 'side-cheek', ...ACROSS, to: [650, 0, 0] },
    { of: 'pawl', ...ACROSS, to: [620, 150, 90] },
    { of: 'pawl', ...ACROSS, to: [620, 130, -60] },
    { of: 'fairlead-roller', to: [250, -285, 60] },
    { of: 'fairlead-roller', to: [360, -285, 60] },
    { of: 'guard', axis: [0, 0, 1], deg: -90, to: [0, 95, 310] },
  ],
};

/** An assembly as STEP: each product once, each component placed; those of assemblies within it too. */
function assemblyText(id: string, made: ReadonlyMap<string, Shape3D>, name: (id: string) => string): string {
  const oc = getOC();
  oc.XCAFDoc_ShapeTool.SetAutoNaming(false);
  const document = new oc.TDocStd_Document(wrapped('XmlOcaf'));
  const tool = oc.XCAFDoc_DocumentTool.ShapeTool(document.Main());
  const known = new Map<string, ReturnType<typeof tool.NewShape>>();
  const labelOf = (of: string): ReturnType<typeof tool.NewShape> => {
    const before = known.get(of);
    if (before) return before;
    const label = tool.NewShape();
    known.set(of, label);
    for (const { of: part, axis = UPRIGHT, deg = 0, to } of assemblies[of] ?? []) {
      const turn = new oc.gp_Trsf();
      turn.SetRotation(
        new oc.gp_Ax1(new oc.gp_Pnt(0, 0, 0), new oc.gp_Dir(axis[0], axis[1], axis[2])),
        (deg * Math.PI) / 180,
      );
      turn.SetTranslationPart(new oc.gp_Vec(to[0], to[1], to[2]));
      tool.AddComponent(label, labelOf(part), new oc.TopLoc_Location(turn));
    }
    if (!assemblies[of]) tool.SetShape(label, made.get(of)!.wrapped);
    oc.TDataStd_Name.Set(label, wrapped(name(of)));
    return label;
  };
  labelOf(id);
  tool.UpdateAssemblies();
  const writer = new oc.STEPCAFControl_Writer(new oc.XSControl_WorkSession(), false);
  writer.SetNameMode(true);
  oc.Interface_Static.SetIVal('write.step.assembly', 1);
  oc.Interface_Static.SetIVal('write.step.schema', 5);
  if (!writer.Perform(document, 'assembly.step', new oc.Message_ProgressRange()))
    throw new Error(`${id} is not written`);
  return new TextDecoder().decode(oc.FS.readFile('/assembly.step') as Uint8Array);
}

const wrapped = (text: string) => new (getOC().TCollection_ExtendedString)(text, true);

/** A text as ISO 10303-21 writes it: quotes doubled, all outside of ASCII as \X2\…\X0\. */
function quoted(text: string): string {
  const plain = text
    .replaceAll('\\', '\\\\')
    .replaceAll("'", "''")
    .replace(/[^\x20-\x7e]+/g, (run) => {
      const codes = [...run].map((c) => c.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0'));
      return `\\X2\\${codes.join('')}\\X0\\`;
    });
  return `'${plain}'`;
}

/** The file's text with the product's number and name, and its user-defined properties, put in. */
function described(text: string, number: string, name: string, properties: [string, string][]): string {
  const reference = (type: string) => new RegExp(`#(\\d+)\\s*=\\s*${type}\\s*\\(`).exec(text)?.[1];
  const [definition, context] = [
    reference('PRODUCT_DEFINITION'),
    /#(\d+)\s*=\s*\(\s*GEOMETRIC_REPRESENTATION_CONTEXT/.exec(text)?.[1],
  ];
  if (!definition || !context) throw new Error(`${name}: no product definition in the file`);
  let next = Math.max(...[...text.matchAll(/^#(\d+)/gm)].map(([, id]) => Number(id)));
  const lines = properties.flatMap(([property, value]) => {
    const [item, representation, defined, link] = [++next, ++next, ++next, ++next];
    return [
      `#${item}=DESCRIPTIVE_REPRESENTATION_ITEM(${quoted(property)},${quoted(value)});`,
      `#${representation}=REPRESENTATION(${quoted(property)},(#${item}),#${context});`,
      `#${defined}=PROPERTY_DEFINITION(${quoted(property)},'user defined attribute',#${definition});`,
      `#${link}=PROPERTY_DEFINITION_REPRESENTATION(#${defined},#${representation});`,
    ];
  });
  return text
    .replace(/=\s*PRODUCT\s*\(\s*'(?:[^']|'')*'\s*,\s*'(?:[^']|'')*'/, `=PRODUCT(${quoted(number)},${quoted(name)}`)
    .replace(/FILE_DESCRIPTION.*/, "FILE_DESCRIPTION(('Sample model of Kelvarra Buoy and Winch Works'),'2;1');")
    .replace(
      /FILE_NAME\s*\([^;]*;/,
      `FILE_NAME(${quoted(`${name}.step`)},'2026-03-02T08:00:00',(''),(${quoted('Kelvarra Buoy and Winch Works')}),'','','');`,
    )
    .replace(/ENDSEC;\s*END-ISO-10303-21;/, `${lines.join('\n')}\nENDSEC;\nEND-ISO-10303-21;`);
}

const reader = await openReader();

const specimenOf = (id: string) => {
  const path = `demo/specimens/${id}.json`;
  const read = readSpecimen(JSON.parse(readFileSync(path, 'utf8')));
  if (!read.ok) throw new Error(read.reason);
  return { path, specimen: read.specimen };
};

/** What is measured of the product of that name in a file. */
async function measured(file: string, text: string, name: string) {
  const back = await readModelFiles([{ name: file, bytes: Buffer.from(text) }], [], () => Promise.resolve(reader));
  if (!back.ok) throw new Error(back.reason);
  const shape = back.models.find((model) => model.name === name)?.shape;
  if (!shape) throw new Error(`${file} has no ${name}`);
  return shape;
}

const made = new Map<string, Shape3D>();
for (const [id, make] of Object.entries(shapes)) {
  const { path, specimen } = specimenOf(id);
  const { values, name } = specimen;
  const shape = make();
  made.set(id, shape);
  const number = valueText(values['Part number'] ?? values['P/N'] ?? id);
  const properties = Object.entries(values)
    .filter(([property]) => !['Mass', 'WT', 'Part number', 'P/N', 'File name', 'Filename'].includes(property))
    .map(([property, value]): [string, string] => [property, valueText(value)]);
  const step = async (solid: Shape3D, file: string) => {
    const plain = await exportSTEP([{ shape: solid, name }], { unit: 'MM', modelUnit: 'MM' }).text();
    const text = described(plain, number, name, properties);
    writeFileSync(`demo/models/${file}`, text);
    return measured(file, text, name);
  };
  const own = await step(shape, `${id}.step`);
  const flat = id === 'guard' ? { flat: await step(flatGuard(), 'guard-flat.step') } : {};
  writeFileSync(path, `${JSON.stringify({ ...specimen, shape: own, ...flat }, undefined, 2)}\n`);
  const exact = measureVolume(shape);
  console.log(id, `${(exact / 1000).toFixed(1)} cm³`, `read back ${(100 * (own.volume / exact - 1)).toFixed(3)} %`);
}

for (const id of Object.keys(assemblies)) {
  const { path, specimen } = specimenOf(id);
  const text = assemblyText(id, made, (of) => specimenOf(of).specimen.name);
  const file = `${id}.step`;
  const dated = text.replace(
    /FILE_NAME\s*\([^;]*;/,
    `FILE_NAME(${quoted(file)},'2026-03-02T08:00:00',(''),(${quoted('Kelvarra Buoy and Winch Works')}),'','','');`,
  );
  writeFileSync(`demo/models/${file}`, dated);
  const shape = await measured(file, dated, specimen.name);
  writeFileSync(path, `${JSON.stringify({ ...specimen, shape }, undefined, 2)}\n`);
  console.log(id, `${(shape.volume / 1000).toFixed(1)} cm³`, shape.size);
}
