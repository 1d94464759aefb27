<script setup lang="ts">
defineProps<{ error: { statusCode?: number; message?: string } }>()
</script>

<template>
  <main class="mx-auto max-w-xl p-16">
    <h1 class="font-serif text-greeting font-semibold">
      {{ error.statusCode === 404 ? 'There is nothing here' : 'Something failed here' }}
    </h1>
    <p class="mt-3 text-soft">
      {{
        error.statusCode === 404
          ? 'This address belongs to no place of the office.'
          : 'What you wrote and saved is kept. Load the page again.'
      }}
    </p>
    <p class="mt-6"><a class="link" href="/office">To Today</a></p>
  </main>
</template>
