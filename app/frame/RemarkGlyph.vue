<template>
  <g stroke="currentColor">
    <path d="M-5-6h7l3 3v9h-10z" fill="var(--color-ink-1)" stroke-width="1.4" />
    <path d="M-2.5-1h5M-2.5 2h5" stroke-width="1.1" />
  </g>
</template>
