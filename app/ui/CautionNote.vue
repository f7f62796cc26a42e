<template>
  <p class="caution">
    <Icon name="ph:warning-octagon" /> <span><slot /></span>
  </p>
</template>

<style scoped>
.caution { display: flex; gap: 10px; margin: 12px 0 4px; padding: 9px 14px; border-left: 6px solid var(--oxide); background: var(--oxide-tint); }
.caution > svg { flex: none; font-size: 20px; color: var(--oxide); margin-top: 1px; }
</style>
