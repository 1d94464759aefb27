<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { useSession, type Person } from '~/stores/session'
import { initials } from '~/composables/words'

defineProps<{ person: Person }>()
const session = useSession()
</script>

<template>
  <Menu as="div" class="relative shrink-0">
    <MenuButton
      class="flex size-8 items-center justify-center rounded-full bg-kelp-wash text-[0.86rem] font-bold text-kelp"
      :aria-label="`${person.name}: profile and sign out`"
      >{{ initials(person.name) }}</MenuButton
    >
    <MenuItems class="absolute right-0 z-30 mt-2 w-60 rounded-md border border-line bg-sheet py-1 shadow-lg focus:outline-none">
      <div class="border-b border-line px-3 pt-1.5 pb-2">
        <p class="font-semibold">{{ person.name }}</p>
        <p class="text-soft">
          {{ person.roles.map((entry) => (entry.section ? `${entry.role}, ${entry.section}` : entry.role)).join('; ') }}
        </p>
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
