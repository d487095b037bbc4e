/** A test or hook that hangs fails by itself, so that the run goes on: our runner, unlike Jest's own, has no limit. */
import { bind } from 'jest-each';

/** Milliseconds. Only against what hangs; nothing is tested by time. */
const LIMIT = 120_000;

const limited = (work, limit = LIMIT) =>
  async function limitedWork() {
    let timer;
    const late = new Promise((_, reject) => {
      timer = setTimeout(() => reject(new Error(`Not done after ${limit / 1000} seconds.`)), limit);
    });
    try {
      return await Promise.race([work(), late]);
    } finally {
      clearTimeout(timer);
    }
  };

const within = (declare) => Object.assign((name, work, limit) => declare(name, work && limited(work, limit)), declare);

const test = within(globalThis.test);
test.each = bind(test);
Object.assign(globalThis, { test, it: test });
for (const hook of ['beforeAll', 'afterAll', 'beforeEach', 'afterEach']) {
  const declare = globalThis[hook];
  globalThis[hook] = (work, limit) => declare(limited(work, limit));
}
