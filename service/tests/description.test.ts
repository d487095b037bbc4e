/** The API’s own description: it names every route, and what every route really answers is of the form it says. */
import { randomUUID } from 'node:crypto';
import { get } from 'node:http';
import { Ajv2020 } from 'ajv/dist/2020.js';
import sharp from 'sharp';
import { openapi, routes, type Route } from '@parlour/contract';
import { DEMO_SIGN_IN } from '../index.js';
import { testService, until, type TestService } from './service.js';
import { buyOne, Shopper } from './shopper.js';
import { linksTo } from './mailbox.js';

interface Operation {
  readonly operationId: string;
  readonly parameters: { readonly name: string; readonly schema: object }[];
  readonly requestBody?: { readonly content: Record<string, { schema: object }> };
  readonly responses: Record<string, { content: Record<string, { schema: object }> }>;
}

let service: TestService;
let operations: Map<string, Operation>;
let paths: Record<string, Record<string, Operation>>;
beforeAll(async () => {
  service = await testService();
  const served = (await service.api('/openapi.json')).json<ReturnType<typeof openapi>>();
  expect(served['openapi']).toBe('3.1.0');
  paths = served['paths'] as typeof paths;
  operations = new Map(
    Object.values(paths).flatMap((methods) => Object.values(methods).map((one) => [one.operationId, one])),
  );
});
afterAll(() => service.stop());

test('it describes every route and no other, with the limits that are enforced', () => {
  const described = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, one]) => `${one.operationId} ${method} ${path}`),
  );
  const declared = Object.entries(routes).map(([name, route]) => `${name} ${route.method} /api${route.path}`);
  expect(described.sort()).toEqual(declared.sort());
  expect(JSON.stringify(operations.get('edit')?.requestBody)).toContain('"enum":["insert"]');
  expect(operations.get('listPages')?.parameters.find((one) => one.name === 'limit')?.schema).toEqual({
    type: 'integer',
    minimum: 1,
    maximum: 200,
  });
});

test('every route, walked: what is sent and what is answered are of the described form', async () => {
  const ajv = new Ajv2020({ strict: false, allErrors: true });
  const fits = (schema: object | undefined, value: unknown): string => {
    if (!schema) return 'not described';
    return ajv.validate(schema, value) ? '' : ajv.errorsText();
  };
  const walked = new Set<string>();
  type Sent = { params?: Record<string, string>; query?: Record<string, string>; body?: unknown };
  const walk = async <T = Record<string, unknown>>(name: keyof typeof routes, sent: Sent = {}): Promise<T> => {
    const route = routes[name] as Route;
    const params: Record<string, string> = { store: 'windrow', design: 'live', ...sent.params };
    const path = route.path.replace(/\{(\w+)\}/g, (_, key: string) => encodeURIComponent(params[key] ?? ''));
    const operation = operations.get(name);
    const bytes = sent.body instanceof Uint8Array;
    if (sent.body !== undefined && !bytes)
      expect([name, fits(operation?.requestBody?.content['application/json']?.schema, sent.body)]).toEqual([name, '']);
    const answer = await service.api(`${path}${sent.query ? `?${new URLSearchParams(sent.query)}` : ''}`, {
      method: route.method.toUpperCase(),
      ...(sent.body === undefined
        ? {}
        : {
            headers: { 'content-type': bytes ? 'application/octet-stream' : 'application/json' },
            body: bytes ? (sent.body as Uint8Array) : JSON.stringify(sent.body),
          }),
    });
    const described = operation?.responses[String(answer.status)]?.content['application/json']?.schema;
    expect([name, answer.text.slice(0, 300) && fits(described, JSON.parse(answer.text))]).toEqual([name, '']);
    walked.add(name);
    return answer.json<T>();
  };
  const { email, password } = DEMO_SIGN_IN;
  const unit = () => randomUUID();
  const heading = { type: 'insert', document: 'template/home', kind: 'heading', place: {}, values: { text: 'Walked' } };
  const edit = (edits: object[]) => walk('edit', { body: { unit: unit(), edits } });

  await walk('signIn', { body: { email, password } });
  await walk('me');
  await walk('createToken', { body: { email, password, name: 'walk', scope: 'read', days: 2 } });
  const { tokens } = await walk<{ tokens: { id: number; name: string }[] }>('listTokens');
  await walk('removeToken', { params: { token: String(tokens.find(({ name }) => name === 'walk')?.id) } });

  await walk('listStores');
  await walk('getStore');
  const store = { name: 'Tern Tea', currency: 'EUR', locale: 'en', timeZone: 'Europe/Dublin', country: 'IE' };
  await walk('listGroundworks');
  await walk('createStore', { body: { slug: 'tern-tea', ...store } });
  await walk('addSample', { params: { store: 'tern-tea' }, body: {} });
  await walk('removeSample', { params: { store: 'tern-tea' } });
  await walk('closeStore', { params: { store: 'tern-tea' }, body: {} });
  await walk('listStores', { query: { closed: 'yes' } });
  await walk('reopenStore', { body: { store: 'tern-tea' } });
  await walk('closeStore', { params: { store: 'tern-tea' }, body: {} });
  const { link } = await walk<{ link: string }>('invite', { body: { email: 'tolle@windrow.example', role: 'editor' } });
  await walk('getTeam');
  await walk('join', { body: { token: link.split('/').at(-1), name: 'Tolle', password: 'a harbour at dawn' } });
  await walk('changeMember', { params: { email: 'tolle@windrow.example' }, body: { role: null } });
  await walk('listSectionKinds');
  await walk('listStarters', { query: { pageKind: 'product' } });
  const file = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a33b2a' } })
    .png()
    .toBuffer();
  const added = { query: { name: 'red.png' }, body: new Uint8Array(file) };
  const { hash } = await walk<{ hash: string }>('addPicture', added);
  await walk('listPictures', { query: { search: 'red' } });
  await walk('getPicture', { params: { hash } });
  await walk('removePicture', { params: { hash } });
  await walk('getProduct', { params: { product: 'K-001' } });
  await walk('getDelivery');
  await walk('setDeliveryMethod', {
    params: { method: 'boat' },
    body: { name: 'By boat', names: { de: 'Per Boot' }, prices: { IS: 9 } },
  });
  await walk('removeDeliveryMethod', { params: { method: 'boat' } });
  await walk('setLanguages', { body: { languages: ['de'] } });
  await buyOne(service);
  await walk('listOrders', { query: { limit: '10' } });
  await walk('getOrder', { params: { number: '1' } });
  await walk('changeProducts', { body: { products: ['K-001'], change: { category: 'first' } } });
  await walk('noteOnOrder', { params: { number: '1' }, body: { type: 'paid', note: 'By transfer' } });
  for (const [path, fields] of [
    ['/sign-up', { email: 'ada@quill.example' }],
    ['/message', { name: 'Ada', email: 'ada@quill.example', text: 'Hello' }],
  ] as const)
    await new Shopper(service).send(path, { page: '/contact', 'back-to': '', ...fields });
  const { signUps } = await walk<{ signUps: { number: number }[] }>('listSignUps');
  await walk('removeSignUp', { params: { number: String(signUps[0]?.number) } });
  const { messages } = await walk<{ messages: { number: number }[] }>('listMessages');
  const written = { params: { number: String(messages[0]?.number) } };
  await walk('markMessage', { ...written, body: { read: true } });
  await walk('removeMessage', written);
  await walk('setDetails', { body: { phone: '+353 20 910 0135' } });
  const change = { attributes: { wind: null, new: true }, variants: [{ code: 'K-001-1', wasPrice: 9900 }] };
  await walk('changeProduct', { params: { product: 'K-001' }, body: change });
  await walk('createBrand', { body: { code: 'B-9', title: 'Quarrel & Daughter', description: '<p>Knots.</p>' } });
  await walk('changeBrand', { params: { brand: 'B-9' }, body: { title: 'Quarrel' } });
  await walk('getBrand', { params: { brand: 'B-9' } });
  await walk('listBrands');
  await walk('createReview', { body: { code: 'R-100', product: 'K-001', rating: 4, written: '2026-11-02' } });
  await walk('changeReview', { params: { review: 'R-100' }, body: { language: 'de', state: 'waiting' } });
  await walk('getReview', { params: { review: 'R-100' } });
  await walk('listReviews', { query: { state: 'waiting', limit: '1' } });
  await walk('deleteReview', { params: { review: 'R-100' } });
  const options = [{ name: 'Colour', values: ['Moss', 'Sand'] }];
  const variants = [
    { code: 'moss', options: { Colour: 'Moss' }, price: 2400, wasPrice: 2900, stock: null },
    { code: 'sand', options: { Colour: 'Sand' }, price: 2400, stock: 4 },
  ];
  await walk('createProduct', { body: { code: 'K-090', title: 'Fulmar', brand: null, options, variants } });
  await walk('listProducts', { query: { search: 'ful', limit: '2' } });
  const begun = await walk<{ id: number }>('beginImport', { body: { kind: 'product', format: 'csv', name: 'a.csv' } });
  const ofImport = { params: { import: String(begun.id) } };
  const table = Buffer.from('product,title,Foo,price\nX-1,One,x,"1,2"\n');
  await walk('sendImportPart', { ...ofImport, query: { number: '0' }, body: table });
  await walk('startImport', { ...ofImport, body: { columns: { Foo: null }, dryRun: true } });
  await until(async () => (await walk('getImport', ofImport))['state'] === 'refused');
  await walk('stopImport', { ...ofImport, body: {} });
  await walk('listImports');
  const exported = await service.api('/stores/windrow/exports/brand?format=jsonl');
  expect([exported.status, exported.headers['content-type']]).toEqual([200, 'application/jsonl; charset=utf-8']);
  expect(operations.get('exportCatalogue')?.responses['200']?.content).toHaveProperty(['application/jsonl']);
  walked.add('exportCatalogue');
  const members = { members: ['K-090', 'K-001'], parent: 'C-1' };
  await walk('createCollection', { body: { code: 'C-9', title: 'From the loft', slug: 'loft', ...members } });
  await walk('changeCollection', { params: { collection: 'C-9' }, body: { remove: ['K-001'], position: 1 } });
  await walk('getCollection', { params: { collection: 'C-9' } });
  await walk('listCollections');
  await walk('deleteCollection', { params: { collection: 'C-9' } });
  await walk('deleteProduct', { params: { product: 'K-090' } });
  await walk('deleteBrand', { params: { brand: 'B-9' } });

  await edit([heading]);
  await walk('undo', { body: { unit: unit() } });
  await walk('redo', { body: { unit: unit() } });
  const dry = await walk<{ pages: { some: object[] } }>('edit', {
    body: { unit: unit(), dryRun: true, edits: [heading] },
  });
  expect(dry.pages.some).toEqual([{ page: 'home', title: 'Home' }]);
  await walk('listChanges');
  await walk('compare', { query: { from: '1', to: 'draft', pages: 'yes' } });
  for (const [page, section] of [
    ['home', 'h-poster'],
    ['product:K-006', 'q-pictures'],
    ['cart', undefined],
    ['brand:B-1', undefined],
  ] as const)
    await walk('why', { params: { page }, ...(section ? { query: { section } } : {}) });
  const on = { page: 'product:K-001', document: 'template/product', node: 'p-wind' };
  await edit([{ type: 'own', ...on, field: 'values.text', value: '<p>Any wind</p>' }]);
  await walk('why', { params: { page: 'product:K-001' }, query: { section: 'p-wind' } });
  await walk('getReach', { query: { key: 'template/product' } });
  await edit([{ type: 'own-reset', page: 'product:K-001' }]);
  await walk('getPageParts', { params: { page: 'cart' }, query: { template: 'checkout' } });
  await walk('listPages', { query: { pageKind: 'product', when: 'brand is "Featherby"', limit: '1' } });
  await edit([{ type: 'create', what: 'template', name: 'Lacking', code: 'lacking', pageKind: 'cart' }]);
  await walk('listFindings');
  await edit([{ type: 'discard', document: 'template/lacking' }]);
  await walk('listTemplates');
  await walk('listDocuments');
  await walk('listAdditions');
  await walk('listSentEmail');
  await walk('listMenus');
  await walk('listContent');
  await walk('getSample');
  for (const key of ['template/home', 'look', 'menu/header-links', 'assignments/product'])
    await walk('getDocument', { query: { key } });
  await walk('drawPlan', { query: { page: 'home', labels: 'no' } });
  await walk('preview', { body: { page: 'product:K-001' } });
  await walk('bePresent', { body: { page: 'home' } });
  await walk('publish', { body: { note: 'Walked' } });
  await walk('listRevisions', { query: { limit: '1' } });
  await walk('revert', { params: { revision: '1' }, body: {} });
  await walk('readLog', { query: { after: '0' } });

  await walk('createDesign', { body: { name: 'Summer', code: 'summer' } });
  await walk('listDesigns');
  await walk('getDesign');
  await walk('getSetUp');
  await walk('renameDesign', { params: { design: 'summer' }, body: { name: 'High summer' } });
  await walk('updateFromLive', { params: { design: 'summer' }, body: {} });
  await walk('goLive', { params: { design: 'summer' }, body: {} });
  await walk('goLive', { params: { design: 'first' }, body: { note: 'Back' } });
  await walk('archiveDesign', { params: { design: 'summer' }, body: {} });
  await walk('restoreDesign', { body: { design: 'summer' } });
  await edit([heading]);
  const { changes } = await walk<{ changes: { id: string }[] }>('listChanges');
  const timed = {
    name: 'Later',
    changes: changes.map(({ id }) => id),
    from: '2126-01-01T08:00',
    until: '2126-01-02T08:00',
  };
  const { id } = await walk<{ id: number }>('addTimedChange', { body: timed });
  await walk('listTimedChanges');
  await walk('cancelTimedChange', { params: { timed: String(id) }, body: {} });
  await walk('listAudit');

  const event = await firstEvent();
  expect(fits(operations.get('events')?.responses['200']?.content['text/event-stream']?.schema, event)).toBe('');
  walked.add('events');
  await walk('changePassword', { body: { old: password, new: 'a harbour at dusk' } });
  await walk('forgotPassword', { body: { email: 'owner@windrow.example' } });
  const [reset = ''] = await linksTo(service, 'owner@windrow.example', 1);
  await walk('signOut', { body: {} });
  await walk('setForgottenPassword', { body: { token: reset.split('/').at(-1), password: 'a harbour at dawn' } });
  expect([...walked].sort()).toEqual(Object.keys(routes).sort());
});

/** The data of the first event of the design’s log, as the stream brings it. */
const firstEvent = (): Promise<unknown> =>
  new Promise((resolve, reject) => {
    let text = '';
    const headers = {
      host: `localhost:${service.port}`,
      authorization: `Bearer ${service.token}`,
      'last-event-id': '0',
    };
    const path = '/api/stores/windrow/designs/live/events';
    const listening = get({ host: '127.0.0.1', port: service.port, path, headers }, (response) =>
      response.on('data', (chunk: Buffer) => {
        text += chunk.toString();
        const data = /^event: do\ndata: (.*)\n\n/m.exec(text)?.[1];
        if (data === undefined) return;
        listening.destroy();
        resolve(JSON.parse(data));
      }),
    ).on('error', reject);
  });
