import { type StepInstance, type StepText, type StepValue, readStepText } from '../exchange/step-text';
import { knownUnit } from '../property/units';
import type { Value, Values } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { specimenId } from '../named-id';
import type { Specimen } from './specimen';

/** A product of a STEP file as a model, under the name its shape has in the file. */
export interface StepProduct {
  product: string;
  model: Specimen;
}

/** How many models one file may hold. */
const MOST_PRODUCTS = 5000;

/**
 * Reads the products of a STEP file (ISO 10303-21; products and structure as in ISO 10303-41 and -44): number, name and
 * description, revision, the day the file was written, the properties that users defined, and for assemblies the components with their quantities.
 */
export function readStepProducts(text: string, file: string): Outcome<{ products: StepProduct[] }> {
  const read = readStepText(text);
  if (!read.ok) return read;
  const { step } = read;
  const definitions = ['PRODUCT_DEFINITION', 'PRODUCT_DEFINITION_WITH_ASSOCIATED_DOCUMENTS'].flatMap(step.ofType);
  if (definitions.length === 0) return refuse('It has no product.');
  if (definitions.length > MOST_PRODUCTS)
    return refuse(`It has ${definitions.length} products; at most ${MOST_PRODUCTS} are read from one file.`);
  const saved = /^\d{4}-\d{2}-\d{2}(?=T|$)/.exec(words(step.fileName[1]))?.[0];
  const drawn = new Map<number, StepProduct>();
  for (const definition of definitions) {
    const formation = reached(step, parameter(definition, 2));
    const product = formation && reached(step, parameter(formation, 2));
    if (!formation || !product) continue;
    const [number, given, description] = [0, 1, 2].map((i) => words(parameter(product, i)));
    const name = given || number || file.replace(/\.[^.]*$/, '');
    const revision = words(parameter(formation, 0));
    const values: Values = {
      ...(number && number !== name && { 'Part number': number }),
      ...(description && description !== name && { Description: description }),
      ...(revision && { 'Model revision': revision }),
      ...(saved && { 'Model date': saved }),
      'File name': file,
    };
    drawn.set(definition.id, {
      product: name,
      model: {
        kind: 'zonograph/specimen',
        version: 1,
        id: specimenId(name),
        name: name.slice(0, 120),
        model: 'part',
        values,
        variants: [],
        components: [],
      },
    });
  }
  if (drawn.size === 0) return refuse('Its products cannot be read: their definitions lead nowhere.');
  for (const [definition, values] of userDefined(step)) {
    const one = drawn.get(definition);
    if (one) one.model = { ...one.model, values: { ...one.model.values, ...values } };
  }
  for (const use of step.ofType('NEXT_ASSEMBLY_USAGE_OCCURRENCE')) {
    const [whole, part] = [drawn.get(refOf(parameter(use, 3))), drawn.get(refOf(parameter(use, 4)))];
    if (whole && part) whole.model = withComponent(whole.model, part.model.id);
  }
  return { ok: true, products: [...drawn.values()] };
}

function withComponent(model: Specimen, specimen: string): Specimen {
  const known = model.components.some((component) => component.specimen === specimen);
  const components = known
    ? model.components.map((one) => (one.specimen === specimen ? { ...one, quantity: one.quantity + 1 } : one))
    : [...model.components, { specimen, quantity: 1 }];
  return { ...model, model: 'assembly', components };
}

/** The values that users defined, by the product definition they belong to. Values that check a file's geometry are none. */
function userDefined(step: StepText): Map<number, Values> {
  const found = new Map<number, Values>();
  for (const link of step.ofType('PROPERTY_DEFINITION_REPRESENTATION')) {
    const property = reached(step, parameter(link, 0));
    const representation = reached(step, parameter(link, 1));
    if (!property || property.records[0]?.type !== 'PROPERTY_DEFINITION' || !representation) continue;
    const name = words(parameter(property, 0));
    if (/validation property$/i.test(name)) continue;
    const items = parameter(representation, 1);
    const owner = refOf(parameter(property, 2));
    for (const item of Array.isArray(items) ? items : []) {
      const instance = reached(step, item);
      const value = instance && valueOf(step, instance);
      const called = (instance && itemName(instance)) || name;
      if (value === undefined || !called) continue;
      found.set(owner, { ...found.get(owner), [called.slice(0, 120)]: value });
    }
  }
  return found;
}

/** The value of a representation item that holds a datum; undefined for geometry and other items. */
function valueOf(step: StepText, item: StepInstance): Value | undefined {
  const record = (type: string) => item.records.find((one) => one.type === type);
  if (record('DESCRIPTIVE_REPRESENTATION_ITEM')) return words(parameter(item, 1)).slice(0, 2000);
  const type = item.records[0]?.type ?? '';
  if (/^(INTEGER|REAL)_REPRESENTATION_ITEM$/.test(type)) {
    const number = parameter(item, 1);
    return typeof number === 'number' ? number : undefined;
  }
  if (type === 'BOOLEAN_REPRESENTATION_ITEM') {
    const truth = parameter(item, 1);
    return isEnumeration(truth) ? truth.enumeration === 'T' : undefined;
  }
  const withUnit = record('MEASURE_WITH_UNIT')?.values;
  const alone = type === 'MEASURE_REPRESENTATION_ITEM' || type === 'VALUE_REPRESENTATION_ITEM';
  const [measure, given] = withUnit ?? (alone ? item.records[0]!.values.slice(1) : []);
  const value = isTyped(measure) ? measure.values[0] : measure;
  if (typeof value === 'string') return value.slice(0, 2000);
  if (typeof value !== 'number') return undefined;
  const unit = unitOf(step, reached(step, given));
  return unit ? { value, unit } : value;
}

/** An item's own name, where it stands among an instance's types. */
const itemName = (item: StepInstance) =>
  words((item.records.find(({ type }) => type === 'REPRESENTATION_ITEM') ?? item.records[0])?.values[0]);

const SI: Record<string, string> = {
  'MILLI METRE': 'mm',
  'CENTI METRE': 'cm',
  METRE: 'm',
  'KILO GRAM': 'kg',
  GRAM: 'g',
  NEWTON: 'N',
  'KILO NEWTON': 'kN',
  RADIAN: 'rad',
};
const NAMED: Record<string, string> = { INCH: 'in', FOOT: 'ft', POUND: 'lb', OUNCE: 'oz', DEGREE: '°' };

/** A unit's usual spelling: SI units, units by conversion, and areas and volumes of a length. */
function unitOf(step: StepText, unit: StepInstance | undefined): string | undefined {
  const si = unit?.records.find(({ type }) => type === 'SI_UNIT');
  if (si) {
    const [prefix, name] = si.values.slice(-2).map((value) => (isEnumeration(value) ? value.enumeration : ''));
    return SI[[prefix, name].filter(Boolean).join(' ')];
  }
  const conversion = unit?.records.find(({ type }) => type === 'CONVERSION_BASED_UNIT');
  if (conversion) return NAMED[words(conversion.values.find((value) => typeof value === 'string')).toUpperCase()];
  if (unit?.records[0]?.type !== 'DERIVED_UNIT') return undefined;
  const elements = parameter(unit, 0);
  const element = Array.isArray(elements) && elements.length === 1 ? reached(step, elements[0]) : undefined;
  const base = element && unitOf(step, reached(step, parameter(element, 0)));
  const power = element && parameter(element, 1);
  return base && knownUnit(`${base}${power === 2 ? '²' : power === 3 ? '³' : ''}`)?.unit;
}

const parameter = (instance: StepInstance, i: number): StepValue | undefined => instance.records[0]?.values[i];
const words = (value: StepValue | undefined) => (typeof value === 'string' ? value.trim() : '');
const isEnumeration = (value: StepValue | undefined): value is { enumeration: string } =>
  typeof value === 'object' && value !== null && 'enumeration' in value;
const isTyped = (value: StepValue | undefined): value is { type: string; values: StepValue[] } =>
  typeof value === 'object' && value !== null && 'values' in value && 'type' in value;

function refOf(value: StepValue | undefined): number {
  return typeof value === 'object' && value !== null && 'ref' in value ? value.ref : -1;
}

const reached = (step: StepText, value: StepValue | undefined) => step.instance(refOf(value));
