<script setup lang="ts">
/** What shoppers leave in the forms of the store: messages, and email addresses for news. */
import { mdiDeleteOutline, mdiDownload, mdiEmailOutline } from '@mdi/js';
import { counted, csv } from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useParts } from '../../answers';
import { attempt, call, say, session } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';
import { whenText } from '../../times';

type Message = AnswerOf<typeof routes.listMessages>['messages'][number];
type SignUp = AnswerOf<typeof routes.listSignUps>['signUps'][number];
type SentEmail = AnswerOf<typeof routes.listSentEmail>['sentEmails'][number];

const AT_ONCE = 1_000;
const route = useRoute();
const router = useRouter();
const PARTS = ['messages', 'sign-ups', 'sent'] as const;
type Part = (typeof PARTS)[number];
const part = computed({
  get: (): Part => PARTS.find((one) => one === route.query['part']) ?? 'messages',
  set: (wanted) => void router.replace({ query: wanted === 'messages' ? {} : { part: wanted } }),
});

const fromThere = (before: string | undefined) => ({ query: before === undefined ? {} : { before: Number(before) } });
const written = useParts(routes.listMessages, () => null, fromThere);
const signed = useParts(routes.listSignUps, () => null, fromThere);
const sent = useParts(routes.listSentEmail, () => null, fromThere);
const sentEmails = computed<readonly SentEmail[]>(() => sent.parts.value.flatMap((one) => one.sentEmails));
const delivered = computed(() => sent.parts.value[0]?.delivered ?? true);
const moreSent = sent.hasMore;
const messages = computed<readonly Message[]>(() => written.parts.value.flatMap((one) => one.messages));
const signUps = computed<readonly SignUp[]>(() => signed.parts.value.flatMap((one) => one.signUps));
const unread = computed(() => written.parts.value[0]?.unread ?? 0);
const loaded = computed(() => written.parts.value.length > 0 && signed.parts.value.length > 0);
const [moreMessages, moreSignUps] = [written.hasMore, signed.hasMore];
const open = ref<number | null>(null);
const removing = ref<{ what: string; done: () => Promise<void> } | null>(null);
const busy = ref(false);

async function show(message: Message): Promise<void> {
  open.value = open.value === message.number ? null : message.number;
  if (message.read === null && open.value !== null) await mark(message, true);
}
async function mark({ number }: Message, read: boolean): Promise<void> {
  await attempt(async () => {
    await call(routes.markMessage, { params: { number: String(number) }, body: { read } });
    if (!read) open.value = null;
  });
}

function askRemove(what: string, remove: () => Promise<unknown>): void {
  removing.value = {
    what,
    async done() {
      busy.value = true;
      await attempt(async () => {
        await remove();
        removing.value = null;
      });
      busy.value = false;
    },
  };
}
const removeMessage = ({ number, name }: Message): void =>
  askRemove(`the message of ${name}`, () => call(routes.removeMessage, { params: { number: String(number) } }));
const removeSignUp = ({ number, email }: SignUp): void =>
  askRemove(email, () => call(routes.removeSignUp, { params: { number: String(number) } }));

/** All of them as a file, whatever is shown so far. */
async function download(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const rows: string[][] = [];
    let before: number | null = null;
    do {
      const query: { limit: number; before?: number } = { limit: AT_ONCE, ...(before !== null && { before }) };
      const answer: AnswerOf<typeof routes.listSignUps> = await call(routes.listSignUps, { query });
      for (const { email, page, language, created } of answer.signUps) rows.push([email, page, language, created]);
      before = answer.next;
    } while (before !== null);
    const file = new Blob([csv(['Email address', 'Page', 'Language', 'Since'], rows)], { type: 'text/csv' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = `sign-ups-${session.store?.slug ?? ''}.csv`;
    link.click();
    URL.revokeObjectURL(link.href);
    say(`Saved ${counted(rows.length, 'email address', 'email addresses')}.`);
  });
  busy.value = false;
}
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Inbox</h1>
        <p class="quiet">What shoppers write in message forms, and who wants news by email.</p>
      </div>
      <v-btn-toggle v-model="part" mandatory density="compact" variant="outlined" divided aria-label="What is shown">
        <v-btn value="messages">Messages{{ unread ? `, ${unread} unread` : '' }}</v-btn>
        <v-btn value="sign-ups">News by email</v-btn>
        <v-btn v-if="!delivered" value="sent">Sent email</v-btn>
      </v-btn-toggle>
      <v-btn
        v-if="part === 'sign-ups' && signUps.length"
        variant="flat"
        color="primary"
        :prepend-icon="mdiDownload"
        :loading="busy"
        @click="download"
        >Save as CSV</v-btn
      >
    </div>
    <template v-if="part === 'messages'">
      <v-card
        v-for="message in messages"
        :key="message.number"
        class="message"
        :class="{ unread: message.read === null }"
      >
        <button type="button" class="head" :aria-expanded="open === message.number" @click="show(message)">
          <span class="who">{{ message.name }}</span>
          <span class="what">{{ message.subject || message.text }}</span>
          <span><span v-if="message.read === null" class="tag tag-draft">unread</span></span>
          <span class="quiet figure">{{ whenText(message.created) }}</span>
        </button>
        <div v-if="open === message.number" class="body">
          <p class="text">{{ message.text }}</p>
          <p class="quiet">Written on {{ message.page }} by {{ message.email }}</p>
          <div class="actions">
            <v-btn
              variant="flat"
              color="primary"
              :prepend-icon="mdiEmailOutline"
              :href="`mailto:${message.email}?subject=${encodeURIComponent(message.subject ? `Re: ${message.subject}` : `Your message to ${session.store?.name}`)}`"
              >Reply</v-btn
            >
            <v-btn @click="mark(message, false)">Mark as unread</v-btn>
            <v-btn color="error" :prepend-icon="mdiDeleteOutline" @click="removeMessage(message)">Delete</v-btn>
          </div>
        </div>
      </v-card>
      <p v-if="loaded && !messages.length" class="quiet">
        No messages yet. They come from the section “Message form”, such as on a contact page.
      </p>
      <v-btn v-if="moreMessages" :loading="written.loading.value" @click="written.more">Show older ones</v-btn>
    </template>
    <template v-else-if="part === 'sign-ups'">
      <v-table v-if="signUps.length" class="list">
        <thead>
          <tr>
            <th>Email address</th>
            <th>Left on</th>
            <th>Language</th>
            <th>Since</th>
            <th><span class="unseen">Delete</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in signUps" :key="one.number">
            <td>{{ one.email }}</td>
            <td>{{ one.page }}</td>
            <td>{{ one.language }}</td>
            <td>{{ whenText(one.created) }}</td>
            <td class="figure">
              <v-btn
                size="small"
                color="error"
                :prepend-icon="mdiDeleteOutline"
                :aria-label="`Delete ${one.email}`"
                @click="removeSignUp(one)"
                >Delete</v-btn
              >
            </td>
          </tr>
        </tbody>
      </v-table>
      <p v-if="loaded && !signUps.length" class="quiet">
        Nobody has signed up yet. Shoppers do it in the section “News by email”, such as in the footer.
      </p>
      <v-btn v-if="moreSignUps" :loading="signed.loading.value" @click="signed.more">Show older ones</v-btn>
    </template>
    <template v-else>
      <p class="quiet mb-4">
        No email server is set up, so nothing is delivered. This is what the store would have sent; the latest 200 are
        kept.
      </p>
      <v-card v-for="email in sentEmails" :key="email.number" class="message">
        <div class="head">
          <span class="who">{{ email.to }}</span>
          <span class="what">{{ email.subject }}</span>
          <span />
          <span class="quiet figure">{{ whenText(email.created) }}</span>
        </div>
        <p class="body text">{{ email.text }}</p>
      </v-card>
      <p v-if="!sentEmails.length" class="quiet">
        Nothing yet. Email goes to shoppers who sign in, and to the store when somebody writes to it.
      </p>
      <v-btn v-if="moreSent" :loading="sent.loading.value" @click="sent.more">Show older ones</v-btn>
    </template>
    <AskDialog
      v-if="removing"
      :title="`Delete ${removing.what}?`"
      action="Delete"
      removes
      :busy="busy"
      @do="removing.done"
      @close="removing = null"
    >
      This cannot be undone.
    </AskDialog>
  </div>
</template>

<style scoped>
.message {
  margin-block-end: 8px;
}
.head {
  display: grid;
  grid-template-columns: 12rem 1fr 5rem 11rem;
  gap: 4px 16px;
  align-items: baseline;
  width: 100%;
  padding: 14px 20px;
  text-align: start;
}
.what {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.unread .who,
.unread .what {
  font-weight: 600;
}
.body {
  padding: 0 20px 16px;
}
.text {
  max-width: 44rem;
  margin-block-end: 12px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-block-start: 12px;
}
.list {
  background: rgb(var(--v-theme-surface));
}
</style>
