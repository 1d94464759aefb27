<script setup lang="ts">
import * as say from '~~/core/words/office/frame'

defineProps<{ error: { statusCode?: number; message?: string } }>()
</script>

<template>
  <main class="mx-auto max-w-xl p-16">
    <h1 class="font-serif text-greeting font-semibold">
      {{ error.statusCode === 404 ? say.thereIsNothingHere : say.somethingFailedHere }}
    </h1>
    <p class="mt-3 text-soft">
      {{ error.statusCode === 404 ? say.thisAddressBelongsToNoPlace : say.whatYouWroteAndSavedIsKept }}
    </p>
    <p class="mt-6">
      <a class="link" href="/office">{{ say.toToday }}</a>
    </p>
  </main>
</template>
