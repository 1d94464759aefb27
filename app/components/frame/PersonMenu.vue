<script setup lang="ts">
import { Check } from 'lucide-vue-next'
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import MenuList from '~/components/form/MenuList.vue'
import { useSession, type Person } from '~/stores/session'
import PersonMark from '~/components/mark/PersonMark.vue'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/frameMenus'

defineProps<{ person: Person }>()
const session = useSession()
</script>

<template>
  <Menu as="div" class="menu-place shrink-0">
    <MenuButton class="block rounded-full" :aria-label="say.profileAndSignOut(person.name)"
      ><PersonMark :id="person.id" :name="person.name" :picture="person.picture"
    /></MenuButton>
    <MenuList class="w-60 py-1">
      <div class="border-b border-line px-3 pt-1.5 pb-2">
        <p class="font-semibold">{{ person.name }}</p>
        <p class="text-soft">
          {{ person.roles.map((entry) => (entry.section ? `${entry.role}, ${entry.section}` : entry.role)).join('; ') }}
        </p>
      </div>
      <div v-if="person.exclusiveRoles.length" class="border-b border-line py-1">
        <p class="px-3 pt-1 text-body text-soft">{{ say.youUseOneOfThese }}</p>
        <MenuItem v-for="role in person.exclusiveRoles" :key="role.id" v-slot="{ active }" :disabled="role.used"
          ><button
            class="flex w-full items-center gap-2 px-3 py-1.5 text-left"
            :class="active && 'bg-deep'"
            @click="session.activateRole(role.id)"
          >
            <Check v-if="role.used" class="size-4 text-kelp" aria-hidden="true" /><span v-else class="size-4" />{{ role.name
            }}<span class="sr-only">{{ role.used ? say.andUsedNow : say.andRests }}</span>
          </button></MenuItem
        >
      </div>
      <MenuItem v-slot="{ active }"
        ><NuxtLink to="/office/me" class="block px-3 py-1.5" :class="active && 'bg-deep'">{{ say.profileAndPassword }}</NuxtLink></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><a href="/" target="_blank" class="block px-3 py-1.5" :class="active && 'bg-deep'">{{ say.lookAtTheLiveSite }}</a></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button class="block w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="session.signOut()">
          {{ session.demo ? say.signOutOrSwitchPerson : common.signOut }}
        </button></MenuItem
      >
    </MenuList>
  </Menu>
</template>
