<script setup lang="ts">
import * as say from '~~/core/words/office/item'

/** The line between two sides, moved by hand or with the arrows; how much of the width the left one has, in hundredths. */
const share = defineModel<number>({ required: true })
const within = (value: number) => Math.min(75, Math.max(25, value))

function divide(event: PointerEvent) {
  const handle = event.currentTarget as HTMLElement
  const frame = handle.parentElement!.getBoundingClientRect()
  handle.setPointerCapture(event.pointerId)
  handle.onpointermove = (moved) => (share.value = within(((moved.clientX - frame.left) / frame.width) * 100))
  handle.onpointerup = () => (handle.onpointermove = null)
}
</script>

<template>
  <div
    class="cursor-col-resize border-x border-line bg-paper hover:bg-deep max-md:hidden"
    role="separator"
    aria-orientation="vertical"
    :aria-label="say.widthOfTheTwoSides"
    :aria-valuenow="Math.round(share)"
    aria-valuemin="25"
    aria-valuemax="75"
    tabindex="0"
    @pointerdown="divide"
    @keydown.left.prevent="share = within(share - 5)"
    @keydown.right.prevent="share = within(share + 5)"
  />
</template>
