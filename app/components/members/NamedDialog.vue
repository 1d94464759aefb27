<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/members'

/** Makes or changes something that has a name: a group, or a password for pages, which is typed here and never shown again. */
const props = defineProps<{ title: string; of: 'group' | 'password'; named: string | null; busy: boolean }>()
const emit = defineEmits<{ close: []; save: [name: string, password: string]; remove: [] }>()
const name = ref(props.named ?? '')
const password = ref('')
</script>

<template>
  <PlainDialog :open="true" :title="title" @close="emit('close')">
    <form id="named" class="space-y-3" @submit.prevent="emit('save', name.trim(), password)">
      <div>
        <label class="label" for="named-name">{{ of === 'group' ? common.name : say.nameOfPassword }}</label>
        <input
          id="named-name"
          v-model="name"
          class="input"
          required
          maxlength="120"
          :placeholder="of === 'password' ? say.forExampleThePress : ''"
        />
      </div>
      <div v-if="of === 'password'">
        <label class="label" for="named-password">{{ named === null ? say.thePassword : say.anotherPassword }}</label>
        <input
          id="named-password"
          v-model="password"
          class="input"
          autocomplete="off"
          :required="named === null"
          minlength="6"
          maxlength="200"
        />
        <p class="hint mt-1">{{ named === null ? say.atLeastSix : say.emptyLeavesIt }}</p>
      </div>
    </form>
    <template #actions
      ><button v-if="named !== null" class="button mr-auto !text-rust" :disabled="busy" @click="emit('remove')">{{ say.remove }}</button
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="named" :disabled="busy">{{ common.save }}</button></template
    >
  </PlainDialog>
</template>
