/**
 * A stand-in for the office's model store: a small process of its own that keeps models with their properties and variants
 * and answers over HTTP and JSON. `/` is a page to change a model's values with.
 *
 * GET /models           every model: id, name, kind, etag
 * GET /models/ID        one model, with an ETag; If-None-Match is answered 304
 * PUT /models/ID        replaces a model
 * GET /models/ID/shape  the STEP file of its shape, where it has one
 */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { URLSearchParams } from 'node:url';
import { parseArgs } from 'node:util';

const { values: settings } = parseArgs({
  options: { port: { type: 'string', default: '4181' }, data: { type: 'string' }, from: { type: 'string' } },
});

const etagOf = (model) => `"${createHash('sha256').update(JSON.stringify(model)).digest('hex').slice(0, 16)}"`;

/** A specimen file as the store keeps a model. */
const asModel = ({ id, name, model, values, variants, components, shape }) => ({
  id,
  name,
  kind: model,
  properties: values,
  variants: variants.map((variant) => ({ name: variant.name, properties: variant.values })),
  components: components.map(({ specimen, variant, quantity }) => ({
    model: specimen,
    quantity,
    ...(variant && { variant }),
  })),
  ...(shape && { shape: { file: shape.file, hash: shape.hash } }),
});

function load() {
  if (settings.data && existsSync(settings.data)) return JSON.parse(readFileSync(settings.data, 'utf8'));
  const files = readdirSync(settings.from).filter((file) => file.endsWith('.json'));
  return files.map((file) => asModel(JSON.parse(readFileSync(`${settings.from}/${file}`, 'utf8'))));
}

/** The files of shapes by their hashes: those beside the specimens that the store began from. */
const shapeFiles = new Map();
if (settings.from && existsSync(`${settings.from}/../models`)) {
  for (const file of readdirSync(`${settings.from}/../models`)) {
    const bytes = readFileSync(`${settings.from}/../models/${file}`);
    shapeFiles.set(createHash('sha256').update(bytes).digest('hex'), { file, bytes });
  }
}

const models = new Map(load().map((model) => [model.id, model]));

function keep(model) {
  models.set(model.id, model);
  if (settings.data) writeFileSync(settings.data, JSON.stringify([...models.values()], null, 2));
}

const escape = (text) =>
  String(text).replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]);
const written = (value) => (typeof value === 'object' ? `${value.value} ${value.unit}` : String(value));

/** What was typed keeps the kind of the value before it: a number with a unit stays one. */
function typed(text, before) {
  const match = /^\s*([+-]?\d+(?:[.,]\d+)?)\s*(\S*)\s*$/.exec(text);
  if (typeof before === 'object' && match)
    return { value: Number(match[1].replace(',', '.')), unit: match[2] || before.unit };
  return typeof before === 'number' && match ? Number(match[1].replace(',', '.')) : text;
}

function page(title, inner) {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escape(title)}</title>
<style>body{font:15px/1.4 sans-serif;max-width:760px;margin:24px auto;padding:0 16px;color:#22262e}h1{font-size:20px}
table{border-collapse:collapse;width:100%}td,th{border-bottom:1px solid #ccc;padding:4px 8px;text-align:left}input{width:100%;font:inherit}
button{font:inherit;padding:4px 14px;margin-top:12px}</style><h1>${escape(title)}</h1>${inner}</html>`;
}

function listPage() {
  const rows = [...models.values()].map(
    (model) =>
      `<tr><td><a href="/edit/${model.id}">${escape(model.name)}</a></td><td>${model.kind}</td><td>${etagOf(model)}</td></tr>`,
  );
  return page(
    'Model store (a stand-in)',
    `<p>It plays the office’s store of models. Change a value here, and whoever follows the store sees it.</p>
<table><tr><th>Model</th><th>Kind</th><th>State</th></tr>${rows.join('')}</table>`,
  );
}

function editPage(model) {
  const fields = (label, properties, prefix) =>
    Object.entries(properties).map(
      ([name, value]) =>
        `<tr><td><label for="${prefix}${escape(name)}">${escape(label)}${escape(name)}</label></td><td><input id="${prefix}${escape(name)}" name="${prefix}${escape(name)}" value="${escape(written(value))}"></td></tr>`,
    );
  const rows = [
    ...fields('', model.properties, 'p:'),
    ...model.variants.flatMap((variant, i) => fields(`${variant.name}: `, variant.properties, `v${i}:`)),
    ...model.components.map(
      (component, i) =>
        `<tr><td><label for="c${i}">Quantity of ${escape(models.get(component.model)?.name ?? component.model)}</label></td><td><input id="c${i}" name="c${i}" value="${component.quantity}"> 0 takes it out</td></tr>`,
    ),
    ...(model.kind === 'assembly' ? [newComponentRow(model)] : []),
    shapeRow(model),
  ];
  return page(
    model.name,
    `<p><a href="/">All models</a></p><form method="post" action="/edit/${model.id}"><table>${rows.join('')}</table><button>Save</button></form>`,
  );
}

/** A row that adds a component: which model, one of it. */
function newComponentRow(model) {
  const others = [...models.values()].filter(({ id }) => id !== model.id);
  const options = others.map(({ id, name }) => `<option value="${escape(id)}">${escape(name)}</option>`);
  return `<tr><td><label for="new">Add a component</label></td><td><select id="new" name="new"><option value="">none</option>${options.join('')}</select></td></tr>`;
}

/** A row that gives the model another file of shapes. */
function shapeRow({ shape }) {
  const options = [...shapeFiles].map(
    ([hash, { file }]) => `<option value="${hash}"${hash === shape?.hash ? ' selected' : ''}>${escape(file)}</option>`,
  );
  return `<tr><td><label for="shape">Shape</label></td><td><select id="shape" name="shape"><option value="">as it is</option>${options.join('')}</select></td></tr>`;
}

/** What is chosen of a model's shape. */
function shapeOf(model, form) {
  const chosen = shapeFiles.get(form.get('shape'));
  if (!chosen) return model.shape ? { shape: model.shape } : {};
  return { shape: { file: chosen.file, hash: form.get('shape') } };
}

function edited(model, form) {
  const set = (properties, prefix) =>
    Object.fromEntries(
      Object.entries(properties).map(([name, value]) => [
        name,
        typed(form.get(prefix + name) ?? written(value), value),
      ]),
    );
  return {
    ...model,
    ...shapeOf(model, form),
    properties: set(model.properties, 'p:'),
    variants: model.variants.map((variant, i) => ({ ...variant, properties: set(variant.properties, `v${i}:`) })),
    components: [
      ...model.components.flatMap((component, i) => {
        const quantity = Number(form.get(`c${i}`) ?? component.quantity);
        if (quantity === 0) return [];
        return [quantity > 0 ? { ...component, quantity } : component];
      }),
      ...(models.has(form.get('new')) ? [{ model: form.get('new'), quantity: 1 }] : []),
    ],
  };
}

async function body(request) {
  let text = '';
  for await (const chunk of request) {
    text += chunk;
    if (text.length > 5_000_000) throw new Error('too large');
  }
  return text;
}

const json = (response, status, value, headers = {}) =>
  response.writeHead(status, { 'content-type': 'application/json', ...headers }).end(JSON.stringify(value));
const html = (response, text) => response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(text);

async function answer(request, response) {
  const [, first, id, part] = new URL(request.url, 'http://store').pathname.split('/').map(decodeURIComponent);
  if (first === '') return html(response, listPage());
  if (first === 'models' && !id) {
    return json(
      response,
      200,
      [...models.values()].map((model) => ({ id: model.id, name: model.name, kind: model.kind, etag: etagOf(model) })),
    );
  }
  const model = models.get(id);
  if (first === 'models' && request.method === 'PUT') {
    keep({ ...JSON.parse(await body(request)), id });
    return json(response, 200, { etag: etagOf(models.get(id)) }, { etag: etagOf(models.get(id)) });
  }
  if (!model) return json(response, 404, { error: 'no such model' });
  if (first === 'models' && part === 'shape') {
    const found = shapeFiles.get(model.shape?.hash);
    if (!found) return json(response, 404, { error: 'it has no shape' });
    return response.writeHead(200, { 'content-type': 'model/step' }).end(found.bytes);
  }
  if (first === 'models') {
    const etag = etagOf(model);
    if (request.headers['if-none-match'] === etag) return response.writeHead(304, { etag }).end();
    return json(response, 200, model, { etag });
  }
  if (first !== 'edit') return json(response, 404, { error: 'no such page' });
  if (request.method !== 'POST') return html(response, editPage(model));
  keep(edited(model, new URLSearchParams(await body(request))));
  return response.writeHead(303, { location: `/edit/${id}` }).end();
}

createServer((request, response) => {
  answer(request, response).catch((error) => json(response, 400, { error: error.message }));
}).listen(Number(settings.port), '127.0.0.1', () => console.log(`model store on http://127.0.0.1:${settings.port}`));

// Whoever started it is gone: nobody else would end it.
const parent = process.ppid;
setInterval(() => process.ppid !== parent && process.exit(0), 1000).unref();
