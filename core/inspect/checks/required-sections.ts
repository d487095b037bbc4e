/** Pages that cannot work without something show it: always, on every device. */
import { keys } from '../../documents/document.js';
import { needsOf } from '../../pages/page.js';
import type { Inspected, InspectedTemplate, Inspecting, Inspection } from '../inspection.js';
import type { Shown } from '../shown.js';

export const requiredSections: Inspection = {
  *template(one, around) {
    const { pageKind } = one.template;
    for (const [need, words] of Object.entries(needsOf(pageKind))) {
      const serving = one.shown.filter(({ section }) => around.kinds.find(section.kind)?.serves?.[pageKind] === need);
      if (!serving.some(({ isAlways }) => isAlways)) yield lacking(one, need, words, serving, around);
    }
  },
};

function lacking(
  { code, template, users }: InspectedTemplate,
  need: string,
  words: string,
  [there]: readonly Shown[],
  { kinds }: Inspecting,
): Inspected {
  const kind = kinds.all.find(({ serves }) => serves?.[template.pageKind] === need);
  const whose = users === null ? `The template “${template.name}”` : `The template “${template.name}”, which ${users},`;
  const common = {
    code: 'lacks-section',
    // What no page uses may be half done.
    severity: users === null ? 'hint' : 'blocker',
  } as const;
  if (there)
    return {
      ...common,
      sentence: `${whose} does not always show ${words}.`,
      place: { document: there.document, node: there.section.id },
      remedy: `Show the section “${kind?.title ?? need}”, and what it stands in, on every device and at all times.`,
    };
  return {
    ...common,
    sentence: `${whose} does not show ${words}.`,
    place: { document: keys.template(code) },
    remedy: `Add the section “${kind?.title ?? need}”.`,
    ...(kind && {
      mend: {
        label: `Add “${kind.title}”`,
        edits: [{ type: 'insert', document: keys.template(code), kind: kind.name, place: {} }],
      },
    }),
  };
}
