<script setup lang="ts">
import { Check, TriangleAlert, X } from 'lucide-vue-next'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/frame'

const notices = useNotices()
</script>

<template>
  <div class="pointer-events-none fixed inset-x-0 bottom-4 z-40 max-md:bottom-20 flex flex-col items-center gap-2 px-4" aria-live="polite">
    <div
      v-for="notice in notices.list"
      :key="notice.id"
      class="pointer-events-auto flex max-w-2xl items-start gap-3 rounded-md border bg-sheet px-4 py-2.5 shadow-lg"
      :class="notice.tone === 'trouble' ? 'border-rust' : 'border-line'"
      :role="notice.tone === 'trouble' ? 'alert' : 'status'"
    >
      <component
        :is="notice.tone === 'trouble' ? TriangleAlert : Check"
        class="mt-0.5 size-4 shrink-0"
        :class="notice.tone === 'trouble' ? 'text-rust' : 'text-kelp'"
        aria-hidden="true"
      />
      <p>
        {{ notice.text }} <span v-if="notice.more" class="text-soft">{{ notice.more }}</span>
      </p>
      <button v-if="notice.action" class="link" @click="(notice.action.run(), notices.close(notice.id))">{{ notice.action.label }}</button>
      <button class="icon-button -my-1 -mr-2" :aria-label="say.closeThisMessage" @click="notices.close(notice.id)">
        <X class="size-4" />
      </button>
    </div>
  </div>
</template>
