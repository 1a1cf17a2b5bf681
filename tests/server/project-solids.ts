/** Builds the analytic solids with the kernel and prints what it draws of each look at them, as JSON; tests cannot load the kernel themselves. */
import { type Shape3D, makeBaseBox, makeCylinder, makeSphere } from 'replicad';
import { AS_MODELLED, axesOf } from '@/core/view/direction';
import { openedKernel, solidsOf } from '@/server/projecting/kernel';
import { projected } from '@/server/projecting/projecting';
import { type Made, SOLIDS } from './analytic-solids';

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
process.stdout.write(JSON.stringify(drawn));
