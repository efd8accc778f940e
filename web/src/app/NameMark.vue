<template>
  <!-- A D whose back is a rack of teeth. -->
  <svg viewBox="0 0 32 32" width="34" height="34" aria-hidden="true">
    <path
      fill="currentColor"
      fill-rule="evenodd"
      d="M7 2h9a14 14 0 0 1 0 28H7v-4.200l-4.500-1.100v-3.400L7 20.200v-2.400l-4.500-1.100v-3.400L7 12.200V9.800L2.500 8.700V5.300L7 4.200zM12.500 8v16H16a8 8 0 0 0 0-16z"
    />
  </svg>
</template>
