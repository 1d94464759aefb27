<script setup lang="ts">
defineOptions({ inheritAttrs: false })
</script>

<template>
  <hr />
</template>
