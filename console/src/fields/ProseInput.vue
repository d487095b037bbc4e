<script setup lang="ts">
/** Formatted text, written as it will look. What is pasted is brought down to what is allowed. */
import {
  mdiFormatBold,
  mdiFormatItalic,
  mdiFormatListBulleted,
  mdiFormatListNumbered,
  mdiFormatPageBreak,
  mdiImageOutline,
  mdiLinkVariant,
  mdiTable,
  mdiTableColumnPlusAfter,
  mdiTableColumnRemove,
  mdiTableRemove,
  mdiTableRowPlusAfter,
  mdiTableRowRemove,
} from '@mdi/js';
import { cleanProse, readTextPicture, type TextPicture } from '@parlour/core/fields';
import { TableKit } from '@tiptap/extension-table';
import StarterKit from '@tiptap/starter-kit';
import { EditorContent, Node, useEditor } from '@tiptap/vue-3';
import { ref, watch } from 'vue';
import { pictureOfHash } from '../pictures';
import TextLinkDialog, { type TextLink } from './TextLinkDialog.vue';
import TextPictureDialog from './TextPictureDialog.vue';

const props = defineProps<{ modelValue: string; label: string; help: string; fault: string }>();
const emit = defineEmits<{ 'update:modelValue': [value: string]; blur: [] }>();

/** A break mark: an element without width, so the editor draws a line with words in its place. */
const BreakMark = Node.create({
  name: 'breakMark',
  group: 'block',
  atom: true,
  parseHTML: () => [{ tag: 'wbr[data-break]' }],
  renderHTML: () => ['wbr', { 'data-break': '' }],
  addNodeView: () => () => {
    const dom = document.createElement('div');
    dom.className = 'break-mark';
    dom.textContent = 'Break mark';
    return { dom };
  },
});

/** The picture that is being set: where it stands in the text, or nowhere yet. */
const setting = ref<{ readonly picture: TextPicture | null; readonly at: number | null } | null>(null);

const attributesOf = ({ hash, alt, width, side, caption }: TextPicture): Record<string, string> => ({
  'data-picture': hash,
  alt,
  'data-width': width,
  'data-side': side,
  'data-caption': caption,
});
const pictureOf = (attributes: Record<string, unknown>): TextPicture | null => {
  const found = readTextPicture(
    Object.fromEntries(Object.entries(attributes).map(([name, value]) => [name, String(value ?? '')])),
  );
  return typeof found === 'string' ? null : found;
};

/** A picture between paragraphs; a click on it sets how it is shown. */
const TextPictureNode = Node.create({
  name: 'textPicture',
  group: 'block',
  atom: true,
  draggable: true,
  addAttributes: () =>
    Object.fromEntries(
      ['data-picture', 'alt', 'data-width', 'data-side', 'data-caption'].map((name) => [name, { default: '' }]),
    ),
  parseHTML: () => [{ tag: 'img[data-picture]' }],
  renderHTML: ({ HTMLAttributes: attributes }) => ['img', attributes],
  addNodeView:
    () =>
    ({ node, getPos }) => {
      const picture = pictureOf(node.attrs);
      const dom = document.createElement('button');
      dom.type = 'button';
      dom.className = `text-picture text-picture-${picture?.width ?? 'full'}`;
      dom.title = 'Set this picture';
      const image = document.createElement('img');
      image.alt = picture?.alt ?? '';
      const line = document.createElement('span');
      line.textContent = picture?.caption ?? '';
      dom.append(image, line);
      dom.addEventListener('click', () => (setting.value = { picture, at: getPos() ?? null }));
      // Where it cannot be found its words stand in its place.
      const stop = watch(
        () => picture && pictureOfHash(picture.hash),
        (found) => found && (image.src = found.thumb),
        { immediate: true },
      );
      return { dom, destroy: stop };
    },
});

function setPicture(picture: TextPicture): void {
  const at = setting.value?.at ?? null;
  setting.value = null;
  const node = { type: 'textPicture', attrs: attributesOf(picture) };
  const chain = editor.value?.chain().focus();
  if (at === null) chain?.insertContent(node).run();
  else
    chain
      ?.deleteRange({ from: at, to: at + 1 })
      .insertContentAt(at, node)
      .run();
}
function removePicture(): void {
  const at = setting.value?.at ?? null;
  setting.value = null;
  if (at !== null)
    editor.value
      ?.chain()
      .focus()
      .deleteRange({ from: at, to: at + 1 })
      .run();
}

const editor = useEditor({
  content: props.modelValue,
  extensions: [
    StarterKit.configure({
      codeBlock: false,
      heading: { levels: [2, 3, 4] },
      link: { openOnClick: false, HTMLAttributes: { target: null, rel: null } },
    }),
    TableKit.configure({ table: { resizable: false } }),
    BreakMark,
    TextPictureNode,
  ],
  editorProps: { attributes: { 'aria-label': props.label, role: 'textbox', 'aria-multiline': 'true' } },
  onUpdate: ({ editor: now }) => emit('update:modelValue', cleanProse(now.getHTML())),
  onBlur: () => emit('blur'),
});

const tools = [
  { title: 'Bold', icon: mdiFormatBold, mark: 'bold', run: () => editor.value?.chain().focus().toggleBold().run() },
  {
    title: 'Italic',
    icon: mdiFormatItalic,
    mark: 'italic',
    run: () => editor.value?.chain().focus().toggleItalic().run(),
  },
  {
    title: 'Heading',
    icon: '',
    mark: 'heading',
    run: () => editor.value?.chain().focus().toggleHeading({ level: 2 }).run(),
  },
  {
    title: 'List',
    icon: mdiFormatListBulleted,
    mark: 'bulletList',
    run: () => editor.value?.chain().focus().toggleBulletList().run(),
  },
  {
    title: 'Numbered list',
    icon: mdiFormatListNumbered,
    mark: 'orderedList',
    run: () => editor.value?.chain().focus().toggleOrderedList().run(),
  },
  {
    title: 'Table',
    icon: mdiTable,
    mark: 'table',
    run: () => editor.value?.chain().focus().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
  },
  { title: 'Link', icon: mdiLinkVariant, mark: 'link', run: askLink },
  {
    title: 'Picture',
    icon: mdiImageOutline,
    mark: 'textPicture',
    run: () => (setting.value = { picture: null, at: null }),
  },
  {
    title: 'Break mark: where the text can be split',
    icon: mdiFormatPageBreak,
    mark: 'breakMark',
    run: insertBreakMark,
  },
];

/** What can be done to the table that the cursor is in. */
const tableTools = [
  {
    title: 'Add a row',
    icon: mdiTableRowPlusAfter,
    run: () => editor.value?.chain().focus().addRowAfter().run(),
  },
  {
    title: 'Add a column',
    icon: mdiTableColumnPlusAfter,
    run: () => editor.value?.chain().focus().addColumnAfter().run(),
  },
  { title: 'Remove the row', icon: mdiTableRowRemove, run: () => editor.value?.chain().focus().deleteRow().run() },
  {
    title: 'Remove the column',
    icon: mdiTableColumnRemove,
    run: () => editor.value?.chain().focus().deleteColumn().run(),
  },
  { title: 'Remove the table', icon: mdiTableRemove, run: () => editor.value?.chain().focus().deleteTable().run() },
];

/** Parts the text at the cursor, with the mark between; one goes on writing behind it. */
function insertBreakMark(): void {
  editor.value
    ?.chain()
    .focus()
    .splitBlock()
    .command(({ tr, state }) => {
      const mark = state.schema.nodes['breakMark']?.create();
      if (mark) tr.insert(tr.selection.$from.before(), mark);
      return mark !== undefined;
    })
    .run();
}

/** The link at the cursor while it is set; nothing while none is. */
const linking = ref<{ readonly link: TextLink | null } | null>(null);

function askLink(): void {
  const { href, target } = editor.value?.getAttributes('link') ?? {};
  linking.value = { link: typeof href === 'string' ? { href, isNewWindow: target === '_blank' } : null };
}
function setLink({ href, isNewWindow }: TextLink): void {
  linking.value = null;
  const chain = editor.value?.chain().focus();
  const link = { href, target: isNewWindow ? '_blank' : null };
  // Nothing is selected: the address itself is what is read.
  if (editor.value?.state.selection.empty && !editor.value.isActive('link'))
    chain?.insertContent({ type: 'text', text: href, marks: [{ type: 'link', attrs: link }] }).run();
  else chain?.extendMarkRange('link').setLink(link).run();
}
function removeLink(): void {
  linking.value = null;
  editor.value?.chain().focus().extendMarkRange('link').unsetLink().run();
}

watch(
  () => props.modelValue,
  (text) => {
    if (editor.value && !editor.value.isFocused && cleanProse(editor.value.getHTML()) !== text)
      editor.value.commands.setContent(text, { emitUpdate: false });
  },
);
</script>

<template>
  <div class="prose-input" :class="{ bad: fault }">
    <div class="tools">
      <span class="name">{{ label }}</span>
      <v-btn
        v-for="tool in tools"
        :key="tool.title"
        size="x-small"
        :icon="tool.icon || undefined"
        :title="tool.title"
        :aria-label="tool.title"
        :active="editor?.isActive(tool.mark)"
        @click="tool.run"
      >
        <template v-if="!tool.icon" #default><span class="serif">H</span></template>
      </v-btn>
    </div>
    <div v-if="editor?.isActive('table')" class="tools">
      <span class="name">Table</span>
      <v-btn
        v-for="tool in tableTools"
        :key="tool.title"
        size="x-small"
        :icon="tool.icon"
        :title="tool.title"
        :aria-label="tool.title"
        @click="tool.run"
      />
    </div>
    <EditorContent :editor="editor" class="paper" />
    <p :class="fault ? 'fault' : 'help'">{{ fault || help }}</p>
    <TextLinkDialog v-if="linking" :link="linking.link" @set="setLink" @remove="removeLink" @close="linking = null" />
    <TextPictureDialog
      v-if="setting"
      :picture="setting.picture"
      @set="setPicture"
      @remove="removePicture"
      @close="setting = null"
    />
  </div>
</template>

<style scoped>
.prose-input {
  border: 1px solid rgba(var(--v-border-color), 0.4);
  border-radius: 4px;
}
.bad {
  border-color: rgb(var(--v-theme-error));
}
.tools {
  display: flex;
  align-items: center;
  gap: 2px;
  padding: 2px 6px 2px 12px;
  border-bottom: 1px solid rgba(var(--v-border-color), 0.16);
}
.name {
  margin-inline-end: auto;
  font-size: 0.875rem;
}
.paper :deep(.text-picture) {
  display: block;
  margin-block: 8px;
  text-align: start;
}
.paper :deep(.text-picture img) {
  display: block;
  width: 100%;
  border-radius: 4px;
}
.paper :deep(.text-picture-half) {
  width: 50%;
}
.paper :deep(.text-picture-third) {
  width: 34%;
}
.paper :deep(.text-picture span) {
  font-size: 0.8125rem;
  color: rgb(var(--v-theme-secondary));
}
.paper {
  padding: 8px 12px;
  max-height: 220px;
  overflow-y: auto;
}
.paper :deep(.tiptap) {
  outline: none;
  min-height: 60px;
}
.paper :deep(p + p) {
  margin-top: 8px;
}
.paper :deep(ul),
.paper :deep(ol) {
  padding-inline-start: 24px;
}
.paper :deep(table) {
  width: 100%;
  margin-block: 8px;
  border-collapse: collapse;
}
.paper :deep(:is(th, td)) {
  border: 1px solid rgba(var(--v-border-color), 0.4);
  padding: 4px 8px;
  text-align: start;
  vertical-align: top;
}
.paper :deep(.break-mark) {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-block: 6px;
  color: rgb(var(--v-theme-warning));
  font-size: 0.875rem;
}
.paper :deep(.break-mark)::before,
.paper :deep(.break-mark)::after {
  content: '';
  flex: 1;
  border-top: 2px dashed currentColor;
}
.paper :deep(.break-mark.ProseMirror-selectednode) {
  color: rgb(var(--v-theme-primary));
}
.help {
  padding: 0 12px 8px;
  color: rgb(var(--v-theme-secondary));
  font-size: 0.75rem;
  letter-spacing: 0.03em;
}
.fault {
  color: rgb(var(--v-theme-error));
  padding: 0 12px 8px;
}
</style>
