<script setup lang="ts">
/** Who works on the store and in which role, invitations, and who did what. */
import { capitalised, ROLES, told } from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useAnswer, useParts } from '../../answers';
import { attempt, call, say, session } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';
import { dayText, whenText } from '../../times';

type Team = AnswerOf<typeof routes.getTeam>;
type Role = Team['members'][number]['role'];
type Entry = AnswerOf<typeof routes.listAudit>['entries'][number];

const DOES: Record<Role, string> = {
  owner: 'Everything, and the team',
  builder: 'Designs, assignments, publishing',
  editor: 'Texts, pictures, content pages',
  viewer: 'Sees everything, changes nothing',
};

const { data } = useAnswer(routes.getTeam);
const team = computed<Team>(() => data.value ?? { members: [], invited: [] });
const email = ref('');
const role = ref<Role>('editor');
const link = ref('');
const leaving = ref<Team['members'][number] | null>(null);
const busy = ref(false);

const roles = ROLES.map((value) => ({ value, title: capitalised(value), subtitle: DOES[value] }));
const mine = computed(() => team.value.members.find((one) => one.email === session.user?.email)?.role);
const isOwner = computed(() => mine.value === 'owner');

const { parts, loading, hasMore, more } = useParts(
  routes.listAudit,
  () => null,
  (cursor) => ({ query: { limit: 30, cursor } }),
  { when: isOwner },
);
const entries = computed<readonly Entry[]>(() => parts.value.flatMap((part) => part.entries));

async function invite(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const made = await call(routes.invite, { body: { email: email.value.trim(), role: role.value } });
    link.value = made.link ?? '';
    if (made.mailed) say(`An invitation was sent to ${made.email}.`);
    email.value = '';
  });
  busy.value = false;
}

async function setRole(of: string, to: Role | null): Promise<void> {
  await attempt(async () => {
    await call(routes.changeMember, { params: { email: of }, body: { role: to } });
    say(
      to === null ? `${of} no longer belongs to the store.` : `${of} is now ${/^[aeo]/.test(to) ? 'an' : 'a'} ${to}.`,
    );
    leaving.value = null;
  });
}

async function copy(): Promise<void> {
  await navigator.clipboard.writeText(link.value);
  say('Copied.');
}
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Team</h1>
        <p class="quiet">Who works on {{ session.store?.name }}, and in which role.</p>
      </div>
    </div>

    <v-card>
      <v-table>
        <thead>
          <tr>
            <th>Name</th>
            <th>Email address</th>
            <th class="role">Role</th>
            <th class="act"><span class="unseen">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="member in team.members" :key="member.email">
            <td>
              <strong>{{ member.name }}</strong>
            </td>
            <td class="quiet">{{ member.email }}</td>
            <td class="role">
              <v-select
                v-if="isOwner"
                :model-value="member.role"
                :items="roles"
                :item-props="true"
                :aria-label="`Role of ${member.name}`"
                density="compact"
                @update:model-value="(to: Role) => setRole(member.email, to)"
              />
              <span v-else>{{ capitalised(member.role) }}</span>
            </td>
            <td class="act">
              <v-btn v-if="isOwner" :aria-label="`Remove ${member.name}`" @click="leaving = member">Remove</v-btn>
            </td>
          </tr>
          <tr v-for="one in team.invited" :key="one.email">
            <td class="quiet">Invited until {{ dayText(one.expires) }}</td>
            <td class="quiet">{{ one.email }}</td>
            <td class="role">{{ capitalised(one.role) }}</td>
            <td class="act">
              <v-btn
                v-if="isOwner"
                :aria-label="`Withdraw the invitation of ${one.email}`"
                @click="setRole(one.email, null)"
                >Withdraw</v-btn
              >
            </td>
          </tr>
        </tbody>
      </v-table>
    </v-card>

    <template v-if="isOwner">
      <h2 class="mt-8 mb-3">Invite somebody</h2>
      <form class="invite" @submit.prevent="invite">
        <v-text-field v-model="email" type="email" label="Email address" hide-details required />
        <v-select v-model="role" :items="roles" :item-props="true" label="Role" hide-details />
        <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!email.trim()">Invite</v-btn>
      </form>
      <v-card v-if="link" class="link">
        <p>Send this link. It works once, within a week. Copy it now; it is not shown again.</p>
        <div class="copy">
          <v-text-field :model-value="link" readonly hide-details aria-label="The link" />
          <v-btn variant="outlined" @click="copy">Copy</v-btn>
        </div>
      </v-card>

      <h2 class="mt-8 mb-3">Who did what</h2>
      <p v-if="entries.length === 0" class="quiet">
        Nothing yet. Publishing, switching designs and changes of the team are listed here.
      </p>
      <v-card v-else>
        <v-table density="compact">
          <thead>
            <tr>
              <th>When</th>
              <th>Who</th>
              <th>What</th>
              <th>Which</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(entry, i) in entries" :key="i">
              <td class="nowrap">{{ whenText(entry.at) }}</td>
              <td class="nowrap">{{ entry.who }}</td>
              <td class="nowrap">{{ entry.what }}</td>
              <td>
                {{ entry.target }} <span class="quiet">{{ told(entry.detail) }}</span>
              </td>
            </tr>
          </tbody>
        </v-table>
      </v-card>
      <v-btn v-if="hasMore" class="mt-4" :loading="loading" @click="more">Show older</v-btn>
    </template>

    <AskDialog
      v-if="leaving"
      :title="`Remove ${leaving.name}?`"
      action="Remove"
      removes
      @do="setRole(leaving.email, null)"
      @close="leaving = null"
    >
      They can no longer open this store. Their work stays. You can invite them again.
    </AskDialog>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 960px;
}
.role {
  width: 200px;
}
.act {
  width: 130px;
  text-align: end !important;
}
.nowrap {
  white-space: nowrap;
}
.invite {
  display: grid;
  grid-template-columns: 1fr 200px auto;
  gap: 12px;
  align-items: center;
}
.link {
  margin-top: 16px;
  padding: 16px 20px;
}
.copy {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 12px;
  align-items: center;
  margin-top: 8px;
}
</style>
