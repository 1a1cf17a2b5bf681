/**
 * Builds the analytic solids with the kernel and prints what it draws of each look at them, and of the products of an assembly of bodies
 * about one axis, as JSON; tests cannot load the kernel themselves.
 */
import { setTimeout } from 'node:timers/promises';
import { type Shape3D, exportSTEP, makeBaseBox, makeCylinder, makeSphere } from 'replicad';
import { AS_MODELLED, axesOf } from '@/core/view/direction';
import type { Projection } from '@/core/view/projected';
import { answering } from '@/server/projecting/answering';
import { openedKernel, solidsOf } from '@/server/projecting/kernel';
import { projected } from '@/server/projecting/projecting';
import type { FromProjector } from '@/server/projecting/projector';
import { type Made, SOLIDS, less, rod } from './analytic-solids';

function built(made: Made): Shape3D {
  switch (made.kind) {
    case 'block': {
      const [width, depth, height] = made.size;
      const [x, y, z] = made.middle;
      return makeBaseBox(width, depth, height).translate(x, y, z - height / 2);
    }
    case 'rod':
      return makeCylinder(made.radius, made.length, [...made.from], [...made.along]);
    case 'ball':
      return makeSphere(made.radius).translate([...made.middle]);
    case 'less':
      return made.of.map(built).reduce((left, other) => left.cut(other));
    case 'both':
      return made.of.map(built).reduce((left, other) => left.fuse(other));
  }
}

await openedKernel();
const drawn = Object.values(SOLIDS).flatMap(({ made, looks }) => {
  const read = solidsOf(built(made));
  return looks.map(({ from, cut }) => {
    const asked = { shape: '0'.repeat(64), axes: axesOf(from, AS_MODELLED), ...(cut !== undefined && { cut }) };
    return {
      seen: projected(read, asked),
      hidden: cut === undefined ? projected(read, { ...asked, hidden: true }).hidden : [],
    };
  });
});
/** A shaft, a sleeve of its length and a longer tube about both, which have one middle, in one file. */
const assembly = exportSTEP([
  { shape: built(rod([0, 0, -40], [0, 0, 1], 10, 80)), name: 'Shaft' },
  { shape: built(less(rod([0, 0, -40], [0, 0, 1], 20, 80), rod([0, 0, -50], [0, 0, 1], 10, 100))), name: 'Sleeve' },
  { shape: built(less(rod([0, 0, -60], [0, 0, 1], 30, 120), rod([0, 0, -70], [0, 0, 1], 20, 140))), name: 'Tube' },
]);
const bytes = new Uint8Array(await assembly.arrayBuffer());
const answers: FromProjector[] = [];
const ask = answering((answer) => answers.push(answer));
const products = ['Shaft', 'Sleeve', 'Tube', 'Pin'];
products.forEach((product, id) =>
  ask({
    id,
    bytes,
    forget: [],
    coarse: false,
    projection: { shape: '1'.repeat(64), product, axes: axesOf('above', AS_MODELLED) },
  }),
);
/** The whole of it: cut along the shaft, which stays whole; cut across, where it does not; and pulled apart. */
const whole = { shape: '1'.repeat(64), whole: ['Bolt', 'Shaft'] };
const looks: Projection[] = [
  { ...whole, axes: axesOf('front', AS_MODELLED), cut: 0 },
  { ...whole, axes: axesOf('above', AS_MODELLED), cut: 0 },
  { shape: whole.shape, axes: axesOf('front', AS_MODELLED), apart: {} },
];
looks.forEach((projection, i) => ask({ id: products.length + i, forget: [], coarse: false, projection }));
while (answers.length < products.length + looks.length) await setTimeout(20);
process.stdout.write(
  JSON.stringify({ drawn, products: answers.slice(0, products.length), assembled: answers.slice(products.length) }),
);
