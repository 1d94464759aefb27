<script setup lang="ts">
import { rolesWithin } from '~~/core/access/rights'
import { VERB_NAMES, VERBS, type Role, type Verb } from '~~/core/access/verbs'
import PlainDialog from '~/components/form/PlainDialog.vue'
import StrandDialog from './StrandDialog.vue'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/people'

/** Roles: what each allows, itself or through roles in it; and which roles one person may not hold together. */
interface Rule {
  name: string
  roles: string[]
  most: number
  /** Held by one person, but not used together in one session. */
  dynamic: boolean
}
const props = defineProps<{ roles: Role[]; rules: Rule[]; mayChange: boolean; adding: boolean }>()
const emit = defineEmits<{ changed: []; closed: [] }>()
const verbs = Object.keys(VERBS) as Verb[]
const form = ref<(Omit<Role, 'id'> & { id: string | null }) | null>(null)
const rule = ref<(Rule & { index: number }) | null>(null)
watch(
  () => props.adding,
  (adding) => adding && (form.value = { id: null, name: '', verbs: ['item.read'], includes: [] }),
  { immediate: true },
)
function close() {
  form.value = null
  rule.value = null
  emit('closed')
}
const { act, strands } = useAct(() => {
  close()
  emit('changed')
})
const byId = computed(() => new Map(props.roles.map((role) => [role.id, role])))
const nameOf = (id: string) => byId.value.get(id)?.name ?? id
/** What a role has through the roles in it. */
const inherited = (includes: string[]) => new Set(includes.flatMap((id) => rolesWithin(byId.value, id).flatMap((role) => role.verbs)))
const allOf = (role: Role) => verbs.filter((verb) => role.verbs.includes(verb) || inherited(role.includes).has(verb))
function save() {
  const { id, name, verbs: own, includes } = form.value!
  const body = { name, verbs: own, includes }
  return act((query) => (id ? api('PUT', `/roles/${id}${query}`, { body }) : api('POST', '/roles', { body })), say.allowsThisNow(name))
}
const end = () => act((query) => api('DELETE', `/roles/${form.value!.id}${query}`), say.nameIsEnded(form.value!.name))
const toggle = <T,>(list: T[], entry: T): T[] => (list.includes(entry) ? list.filter((other) => other !== entry) : [...list, entry])
function saveRules(rules: Rule[], said: string) {
  return act(
    () => api('PUT', '/separations', { body: { rules: rules.map(({ name, roles, most, dynamic }) => ({ name, roles, most, dynamic })) } }),
    said,
  )
}
function saveRule() {
  const { index, ...made } = rule.value!
  return saveRules(
    index < 0 ? [...props.rules, made] : props.rules.map((entry, at) => (at === index ? made : entry)),
    say.theRuleHoldsFromNowOn,
  )
}
</script>

<template>
  <div>
    <ul>
      <li v-for="role in roles" :key="role.id" class="flex items-baseline gap-4 border-b border-line bg-sheet px-5 py-2.5">
        <span class="w-48 shrink-0 font-semibold">{{ role.name }}</span>
        <span class="min-w-0 flex-1"
          >{{
            allOf(role)
              .map((verb) => VERB_NAMES[verb])
              .join(' · ') || say.nothingYet
          }}<span v-if="role.includes.length" class="block text-soft">{{ say.withAllOf(role.includes.map(nameOf).join(', ')) }}</span></span
        >
        <button v-if="mayChange" class="button-quiet shrink-0" :aria-label="say.changeName(role.name)" @click="form = { ...role }">
          {{ common.change }}
        </button>
      </li>
    </ul>
    <section class="px-5 py-5" aria-labelledby="apart">
      <h2 id="apart" class="font-semibold">{{ say.keptApart }}</h2>
      <p class="hint mt-0.5">{{ say.rolesThatOnePersonMayNotHold }}</p>
      <ul class="mt-2">
        <li v-for="(entry, index) in rules" :key="index" class="flex items-baseline gap-4 border-b border-line py-2">
          <span class="w-44 shrink-0 font-medium">{{ entry.name }}</span>
          <span class="flex-1">{{
            say.atMostOfRoles(
              entry.dynamic ? say.mayUse : say.mayHold,
              entry.most,
              entry.roles.map(nameOf).join(', '),
              entry.dynamic ? say.inOneSession : '',
            )
          }}</span>
          <button v-if="mayChange" class="link" :aria-label="say.changeName(entry.name)" @click="rule = { ...entry, index }">
            {{ common.change }}
          </button>
          <button
            v-if="mayChange"
            class="link"
            :aria-label="say.endName(entry.name)"
            @click="
              saveRules(
                rules.filter((_, at) => at !== index),
                say.theRuleIsEnded,
              )
            "
          >
            {{ say.end }}
          </button>
        </li>
      </ul>
      <button v-if="mayChange" class="button mt-3" @click="rule = { index: -1, name: '', roles: [], most: 1, dynamic: false }">
        {{ say.keepRolesApart }}
      </button>
    </section>
    <PlainDialog :open="form !== null && !strands" :title="form?.id ? say.changeTheRole : say.makeARole" wide @close="close">
      <form v-if="form" id="role-form" class="space-y-4" @submit.prevent="save">
        <div>
          <label class="label" for="role-name">{{ say.nameOfTheRole }}</label><input
            id="role-name"
            v-model="form.name"
            class="input"
            required
            maxlength="100"
          />
        </div>
        <fieldset>
          <legend class="label">{{ say.withAllOfRoles }}</legend>
          <div class="flex flex-wrap gap-x-5 gap-y-1">
            <label v-for="role in roles.filter((entry) => entry.id !== form!.id)" :key="role.id" class="flex items-center gap-2"
              ><input
                type="checkbox"
                :checked="form.includes.includes(role.id)"
                @change="form.includes = toggle(form.includes, role.id)"
              />{{ role.name }}</label
            >
          </div>
        </fieldset>
        <fieldset>
          <legend class="label">{{ say.andTheseOfItsOwn }}</legend>
          <div class="grid grid-cols-2 gap-x-4 gap-y-0.5">
            <label v-for="verb in verbs" :key="verb" class="flex items-baseline gap-2"
              ><input
                type="checkbox"
                :checked="form.verbs.includes(verb) || inherited(form.includes).has(verb)"
                :disabled="inherited(form.includes).has(verb)"
                @change="form.verbs = toggle(form.verbs, verb)"
              /><span :class="inherited(form.includes).has(verb) && 'text-soft'">{{ VERBS[verb] }}</span></label
            >
          </div>
        </fieldset>
      </form>
      <template #actions
        ><button v-if="form?.id" class="button mr-auto !text-rust" @click="end">{{ say.endTheRole }}</button
        ><button class="button" @click="close">{{ common.cancel }}</button
        ><button class="button-main" form="role-form">{{ common.save }}</button></template
      >
    </PlainDialog>
    <StrandDialog v-model="strands" />
    <PlainDialog :open="rule !== null && !strands" :title="say.keepRolesApart" @close="close">
      <form v-if="rule" id="rule-form" class="space-y-4" @submit.prevent="saveRule">
        <div>
          <label class="label" for="rule-name">{{ say.nameOfTheRule }}</label><input
            id="rule-name"
            v-model="rule.name"
            class="input"
            required
            maxlength="100"
            :placeholder="say.fourEyes"
          />
        </div>
        <fieldset>
          <legend class="label">{{ say.roles }}</legend>
          <div class="flex flex-wrap gap-x-5 gap-y-1">
            <label v-for="role in roles" :key="role.id" class="flex items-center gap-2"
              ><input type="checkbox" :checked="rule.roles.includes(role.id)" @change="rule.roles = toggle(rule.roles, role.id)" />{{
                role.name
              }}</label
            >
          </div>
        </fieldset>
        <label class="flex items-center gap-2"
          >{{ say.onePerson }}
          <select v-model="rule.dynamic" class="input !w-28" :aria-label="say.mayHoldOrUse">
            <option :value="false">{{ say.mayHold }}</option>
            <option :value="true">{{ say.mayUse }}</option>
          </select>
          {{ say.atMost }}
          <input v-model.number="rule.most" class="input !w-16" type="number" min="1" :max="Math.max(1, rule.roles.length - 1)" />
          {{ say.ofThem(rule.dynamic ? say.inOneSession : '') }}</label
        >
        <p v-if="rule.dynamic" class="hint">{{ say.theyMayHoldMore }}</p>
      </form>
      <template #actions
        ><button class="button" @click="close">{{ common.cancel }}</button
        ><button class="button-main" form="rule-form" :disabled="!rule || rule.roles.length < 2">{{ common.save }}</button></template
      >
    </PlainDialog>
  </div>
</template>
