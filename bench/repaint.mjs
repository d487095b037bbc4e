/** From a change of the look in the console to the painted page beside it, next to the same custom property set by hand. */
/* global document, Event, getComputedStyle, performance, requestAnimationFrame */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { DEMO_SIGN_IN } from '@parlour/service';
import { CHROMIUM } from '../scripts/debian.mjs';
import { alternate } from './rounds.mjs';

const CHANGES = 30;
const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export async function measureRepaint({ port }) {
  const home = mkdtempSync(join(tmpdir(), 'parlour-repaint-'));
  const context = await chromium.launchPersistentContext(home, {
    executablePath: CHROMIUM,
    args: FLAGS,
    // Colours change at once, so that what is measured is the way there and not the motion.
    reducedMotion: 'reduce',
    viewport: { width: 1280, height: 800 },
  });
  try {
    const page = await context.newPage();
    const frame = await openLook(page, port);
    const ours = () => p95(() => changeInConsole(page, frame));
    const floor = () => p95(() => changeByHand(frame));
    return [
      {
        what: `a setting of the look to the painted page, p95 of ${CHANGES} (floor: the property set by hand)`,
        ...(await alternate({ ours, floor })),
        unit: 'ms, less is better',
      },
    ];
  } finally {
    await context.close();
    rmSync(home, { recursive: true, force: true });
  }
}

/** Signs in, and opens the colours of the look. @returns the frame with the store’s page */
async function openLook(page, port) {
  await page.goto(`http://localhost:${port}/`);
  await page.getByLabel('Email address').fill(DEMO_SIGN_IN.email);
  await page.getByLabel('Password').fill(DEMO_SIGN_IN.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Set-up' }).waitFor();
  await page.goto(`http://localhost:${port}/look`);
  await page.getByRole('tab', { name: 'Colour' }).click();
  await page.getByLabel('Accent', { exact: true }).waitFor();
  await page.frameLocator('iframe').locator('.poster .button').waitFor();
  const frame = page.frames().find((one) => one !== page.mainFrame());
  if (!frame) throw new Error('There is no page beside the look.');
  return frame;
}

let turn = 0;
/** Another colour each time, as an input holds it and as a computed style says it. */
function nextColour() {
  const [r, g, b] = [(turn * 37) % 200, (turn * 59 + 20) % 200, (turn++ * 83 + 40) % 200];
  const hex = `#${[r, g, b].map((part) => part.toString(16).padStart(2, '0')).join('')}`;
  return { hex, computed: `rgb(${r}, ${g}, ${b})` };
}

/** When the page has been painted with a colour, in milliseconds since 1970. */
const painted = (frame, computed) =>
  frame.evaluate(
    (wanted) =>
      new Promise((resolve) => {
        const button = document.querySelector('.poster .button');
        const look = () => {
          // The frame after this one shows what was worked out in it.
          if (getComputedStyle(button).borderTopColor === wanted)
            requestAnimationFrame(() => resolve(performance.timeOrigin + performance.now()));
          else requestAnimationFrame(look);
        };
        look();
      }),
    computed,
  );

async function changeInConsole(page, frame) {
  const { hex, computed } = nextColour();
  const end = painted(frame, computed);
  const start = await page.getByLabel('Accent', { exact: true }).evaluate((input, value) => {
    const begun = performance.timeOrigin + performance.now();
    input.value = value;
    input.dispatchEvent(new Event('input', { bubbles: true }));
    return begun;
  }, hex);
  return (await end) - start;
}

async function changeByHand(frame) {
  const { hex, computed } = nextColour();
  const end = painted(frame, computed);
  const start = await frame.evaluate((value) => {
    const begun = performance.timeOrigin + performance.now();
    document.documentElement.style.setProperty('--button-border', value);
    return begun;
  }, hex);
  const took = (await end) - start;
  await frame.evaluate(() => document.documentElement.style.removeProperty('--button-border'));
  return took;
}

async function p95(measure) {
  const times = [];
  for (let i = 0; i < CHANGES; i++) times.push(await measure());
  return times.sort((a, b) => a - b)[Math.floor(CHANGES * 0.95)];
}
