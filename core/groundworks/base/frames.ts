/** Frames and areas: widths, space, tones and what is behind them, on each device. */
import { css } from '../../css.js';

export const FRAMES = css`
  .frame {
    background: var(--background);
    color: var(--text);
    container-type: inline-size;
  }
  .frame-in {
    width: min(100% - 2 * var(--margin), var(--widest));
    margin-inline: auto;
  }
  .w-reading > .frame-in,
  .content-reading .w-page > .frame-in {
    width: min(100% - 2 * var(--margin), 44rem);
  }
  .w-broad > .frame-in,
  .content-broad .w-page > .frame-in {
    width: min(100% - 2 * var(--margin), calc(var(--widest) * 1.2));
  }
  .w-margins > .frame-in,
  .content-margins .w-page > .frame-in {
    width: calc(100% - 2 * var(--margin));
  }
  .w-edge > .frame-in,
  .content-edge .w-page > .frame-in {
    width: 100%;
  }
  /* What is around the content is as wide as the widest in it, so that nothing sticks out under the header. */
  body:has(:is(.content-broad, .w-broad)) {
    --around: calc(var(--widest) * 1.2);
  }
  body:has(:is(.content-margins, .w-margins)) {
    --around: 100%;
  }
  .around > .w-page > .frame-in {
    width: min(100% - 2 * var(--margin), var(--around, var(--widest)));
  }
  .frame .frame > .frame-in {
    width: 100%;
  }
  .space-small > .frame-in {
    padding-block: calc(var(--space-small) * var(--room));
  }
  .space-medium > .frame-in {
    padding-block: calc(var(--space-medium) * var(--room));
  }
  .space-large > .frame-in {
    padding-block: calc(var(--space-large) * var(--room));
  }
  .frame .frame.space-medium > .frame-in {
    padding-block: 0.6rem;
  }
  .texts-smaller > .frame-in {
    font-size: 0.875em;
  }
  .texts-larger > .frame-in {
    font-size: 1.15em;
  }
  .texts-largest > .frame-in {
    font-size: 1.35em;
  }
  .texts-strong > .frame-in {
    font-weight: 600;
  }
  .texts-capitals {
    --title-case: uppercase;
    --label-case: uppercase;
    --table-head-case: uppercase;
    --button-case: uppercase;
  }
  .texts-capitals > .frame-in {
    letter-spacing: 0.03em;
    text-transform: uppercase;
  }
  /* A header leaves a phone to the page. */
  @media (max-width: 599px) {
    .around-header > .space-small > .frame-in {
      padding-block: 0.45rem;
    }
  }
  @media (max-width: 1023px) {
    .t-space-none > .frame-in {
      padding-block: 0;
    }
    .t-space-small > .frame-in {
      padding-block: calc(var(--space-small) * var(--room));
    }
    .t-space-medium > .frame-in {
      padding-block: calc(var(--space-medium) * var(--room));
    }
    .t-space-large > .frame-in {
      padding-block: calc(var(--space-large) * var(--room));
    }
    .t-align-start {
      text-align: start;
    }
    .t-align-centre {
      text-align: center;
    }
    .t-align-end {
      text-align: end;
    }
  }
  @media (max-width: 599px) {
    .p-space-none > .frame-in {
      padding-block: 0;
    }
    .p-space-small > .frame-in {
      padding-block: calc(var(--space-small) * var(--room));
    }
    .p-space-medium > .frame-in {
      padding-block: calc(var(--space-medium) * var(--room));
    }
    .p-space-large > .frame-in {
      padding-block: calc(var(--space-large) * var(--room));
    }
    .p-align-start {
      text-align: start;
    }
    .p-align-centre {
      text-align: center;
    }
    .p-align-end {
      text-align: end;
    }
    .hide-phone {
      display: none;
    }
  }
  @media (min-width: 600px) and (max-width: 1023px) {
    .hide-tablet {
      display: none;
    }
  }
  @media (min-width: 1024px) {
    .hide-desktop {
      display: none;
    }
    .areas {
      display: grid;
      align-items: start;
      column-gap: calc(2 * var(--margin));
      inline-size: min(100% - 2 * var(--margin), var(--areas, var(--widest)));
      margin-inline: auto;
    }
    .content-broad > .areas {
      --areas: calc(var(--widest) * 1.2);
    }
    .content:is(.content-margins, .content-edge) > .areas {
      --areas: 100%;
    }
    /* The page ends where its areas do: a panel of a tone keeps the margin inside, all else needs none. */
    .area:not([class*='tone-']) > .tone-plain:not(.back) {
      --margin: 0rem;
    }
    .areas-end {
      grid-template-columns: minmax(0, 1fr) 20rem;
    }
    .areas-start {
      grid-template-columns: 20rem minmax(0, 1fr);
    }
    .areas-start .area-side {
      order: -1;
    }
    .areas-two {
      grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
    }
  }
  .content-boxed {
    max-width: calc(var(--widest) + 5rem);
    margin: clamp(0rem, 3vw, 2.5rem) auto;
    border: 1px solid var(--line);
  }
  .tone-soft {
    --background: var(--soft);
  }
  .tone-strong {
    --background: var(--strong);
    --ink: var(--on-strong);
    --current-here: var(--current-on-strong);
  }
  .tone-vivid {
    --background: var(--vivid);
    --ink: var(--on-vivid);
    --current-here: var(--current-on-vivid);
  }
  .tone-own {
    --background: var(--own);
    --ink: var(--on-own);
    --current-here: initial;
  }
  /* Here every text has the one colour that can be read; what parts have of their own does not count. */
  :is(.tone-strong, .tone-vivid, .tone-own) {
    --text: var(--ink);
    --quiet: var(--ink);
    --hover: var(--ink);
    --line: color-mix(in srgb, var(--ink) 30%, transparent);
    --title: initial;
    --link: initial;
    --current: var(--current-here);
    --price: initial;
    --reduced: initial;
    --label: initial;
    --table-head: initial;
    --field: initial;
    --field-border: initial;
  }
  .texts-coloured {
    --text: var(--texts);
    --quiet: var(--texts);
    --hover: var(--texts);
    --title: initial;
    --link: initial;
    --label: initial;
    --table-head: initial;
  }
  :is(.around, .area) {
    background: var(--background);
    color: var(--text);
  }
  .back {
    position: relative;
    isolation: isolate;
  }
  .back-gradient::before,
  .frame-back {
    position: absolute;
    inset: 0;
    z-index: -1;
    overflow: hidden;
    opacity: var(--strength, 100%);
  }
  .back-gradient::before {
    content: '';
    background: var(--gradient);
  }
  .frame .frame-back img {
    inline-size: 100%;
    block-size: 100%;
    border-radius: 0;
    object-fit: cover;
    object-position: var(--back-focus, 50% 50%);
  }
  @supports (animation-timeline: view()) {
    @media (prefers-reduced-motion: no-preference) {
      .frame.back-slow .frame-back img {
        block-size: 130%;
        animation: slower linear both;
        animation-timeline: view();
      }
      @keyframes slower {
        from {
          transform: translateY(-23%);
        }
        to {
          transform: none;
        }
      }
    }
  }
  .frame .frame.tone-plain {
    background: none;
  }
  .align-centre {
    text-align: center;
  }
  .align-end {
    text-align: end;
  }
`;
