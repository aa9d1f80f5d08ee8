<template><p>{{ process.env.IN_TEMPLATE }} don't</p></template>
<script setup lang="ts">
const url = import.meta.env.VITE_GATE; // read: VITE_GATE
</script>
<style>.a { content: "`" }</style>
<script>
const last = process.env.LAST; // read: LAST
</script>
