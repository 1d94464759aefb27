<script setup lang="ts">
import * as say from '~~/core/words/office/frame'
</script>

<template>
  <div class="flex min-h-dvh flex-col bg-paper">
    <header class="px-8 py-6">
      <p class="flex items-center gap-2.5 text-lead font-bold">
        <svg
          class="h-5 w-6"
          viewBox="0 0 24 20"
          fill="none"
          stroke="currentColor"
          stroke-width="2.2"
          stroke-linecap="round"
          aria-hidden="true"
        >
          <path d="M3 18V9.5M3 10L22 3" />
        </svg>
        {{ say.yieldgate }}
      </p>
    </header>
    <main class="mx-auto w-full max-w-4xl flex-1 px-6 pt-6 pb-16"><slot /></main>
  </div>
</template>
