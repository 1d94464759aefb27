<script setup lang="ts">
import type { MenuNode } from '~~/core/tree/menu'

/** The tree of live pages, as in the menus. */
withDefaults(defineProps<{ nodes: MenuNode[]; depth?: number }>(), { depth: 0 })
</script>

<template>
  <ul>
    <li v-for="node in nodes" :key="node.id">
      <div class="flex h-9 items-center gap-3 border-b border-line" :style="{ paddingLeft: `${depth * 20}px` }">
        <NuxtLink :to="`/office/items/${node.id}`" class="shrink-0 font-medium hover:underline">{{ node.label }}</NuxtLink>
        <span class="ml-auto truncate font-mono text-small text-soft" :title="node.path">/{{ node.path.split('/').at(-1) }}</span>
      </div>
      <PageTree v-if="node.children.length" :nodes="node.children" :depth="depth + 1" />
    </li>
  </ul>
</template>
