<script setup lang="ts">
import { initials } from '~/composables/words'

/** A person at a glance: their picture, or the first letters of their name. Decoration beside the name. */
defineProps<{ name: string; id?: string | undefined; picture?: string | null | undefined }>()
</script>

<template>
  <img
    v-if="id && picture"
    :src="`/api/v1/people/${id}/picture?${picture}`"
    alt=""
    class="size-8 shrink-0 rounded-full object-cover"
    width="32"
    height="32"
  />
  <span
    v-else
    class="flex size-8 shrink-0 items-center justify-center rounded-full bg-kelp-wash text-small font-bold text-kelp"
    aria-hidden="true"
    >{{ initials(name) }}</span
  >
</template>
