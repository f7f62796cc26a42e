<!-- The product's small sign: a needle over a scale. -->
<template>
  <svg
    class="sign"
    viewBox="0 0 40 24"
    aria-hidden="true"
  >
    <path
      class="scale"
      d="M4 21a16 16 0 0 1 32 0"
    />
    <path
      class="zone"
      d="M20 5a16 16 0 0 1 11.300 4.700"
    />
    <path
      class="needle"
      d="M20 21 27 3"
    />
    <circle
      class="hub"
      cx="20"
      cy="21"
      r="2.600"
    />
  </svg>
</template>

<style scoped>
.sign { width: 40px; height: 24px; }
.scale { fill: none; stroke: var(--bar-text); stroke-width: 2; }
.zone { fill: none; stroke: #86C9A8; stroke-width: 4; }
.needle { stroke: var(--bar-brass); stroke-width: 2.4; }
.hub { fill: var(--bar-brass); }
</style>
