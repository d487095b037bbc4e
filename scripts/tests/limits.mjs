/**
 * A test or hook that hangs fails by itself, so that the run goes on: our runner, unlike Jest's own, has no limit. The
 * tests after it in its file fail at once: what they share with it most likely hangs too, and waiting for each in turn
 * would take an hour.
 */
import { bind } from 'jest-each';

/** Milliseconds. Only against what hangs; nothing is tested by time. */
const LIMIT = 120_000;

/** Test files in which something hung. */
const hung = new Set();
const currentFile = () => globalThis.expect.getState().testPath;

const limited = (work, limit = LIMIT) =>
  async function limitedWork() {
    const file = currentFile();
    let timer;
    const late = new Promise((_, reject) => {
      timer = setTimeout(() => {
        hung.add(file);
        reject(new Error(`Not done after ${limit / 1000} seconds.`));
      }, limit);
    });
    try {
      return await Promise.race([work(), late]);
    } finally {
      clearTimeout(timer);
    }
  };

const unlessHung = (work) => () => {
  if (hung.has(currentFile())) throw new Error('Not tried: something before it in this file did not end.');
  return work();
};

const within = (declare) =>
  Object.assign((name, work, limit) => declare(name, work && unlessHung(limited(work, limit))), declare);

const test = within(globalThis.test);
test.each = bind(test);
Object.assign(globalThis, { test, it: test });
for (const hook of ['beforeAll', 'afterAll', 'beforeEach', 'afterEach']) {
  const declare = globalThis[hook];
  globalThis[hook] = (work, limit) => declare(limited(work, limit));
}
