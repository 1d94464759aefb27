<script setup lang="ts">
import { Check } from 'lucide-vue-next'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { useSession, type Person } from '~/stores/session'
import PersonMark from '~/components/mark/PersonMark.vue'

defineProps<{ person: Person }>()
const session = useSession()
</script>

<template>
  <Menu as="div" class="relative shrink-0">
    <MenuButton class="block rounded-full" :aria-label="`${person.name}: profile and sign out`"
      ><PersonMark :id="person.id" :name="person.name" :picture="person.picture"
    /></MenuButton>
    <MenuItems class="absolute right-0 z-30 mt-2 w-60 rounded-md border border-line bg-sheet py-1 shadow-lg focus:outline-none">
      <div class="border-b border-line px-3 pt-1.5 pb-2">
        <p class="font-semibold">{{ person.name }}</p>
        <p class="text-soft">
          {{ person.roles.map((entry) => (entry.section ? `${entry.role}, ${entry.section}` : entry.role)).join('; ') }}
        </p>
      </div>
      <div v-if="person.exclusiveRoles.length" class="border-b border-line py-1">
        <p class="px-3 pt-1 text-body text-soft">You use one of these at a time</p>
        <MenuItem v-for="role in person.exclusiveRoles" :key="role.id" v-slot="{ active }" :disabled="role.used"
          ><button
            class="flex w-full items-center gap-2 px-3 py-1.5 text-left"
            :class="active && 'bg-deep'"
            @click="session.activateRole(role.id)"
          >
            <Check v-if="role.used" class="size-4 text-kelp" aria-hidden="true" /><span v-else class="size-4" />{{ role.name
            }}<span class="sr-only">{{ role.used ? ', used now' : ', rests' }}</span>
          </button></MenuItem
        >
      </div>
      <MenuItem v-slot="{ active }"
        ><NuxtLink to="/office/me" class="block px-3 py-1.5" :class="active && 'bg-deep'">Profile and password</NuxtLink></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><a href="/" target="_blank" class="block px-3 py-1.5" :class="active && 'bg-deep'">Look at the live site</a></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button class="block w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="session.signOut()">
          {{ session.demo ? 'Step out, or be someone else' : 'Sign out' }}
        </button></MenuItem
      >
    </MenuItems>
  </Menu>
</template>
