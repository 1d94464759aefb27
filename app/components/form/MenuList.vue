<script setup lang="ts">
import { MenuItems } from '@headlessui/vue'

/** The entries of a menu, beside its button within the window. A press leaves the focus where it is: the browser would scroll the entry away from under the pointer. */
</script>

<template>
  <MenuItems class="menu" @mousedown.prevent><slot /></MenuItems>
</template>
