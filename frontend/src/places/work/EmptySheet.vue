<script setup lang="ts">
/** The sheet before a problem is typed: what comes, and how problems may be written. */
</script>

<template>
  <section class="sheet empty" aria-label="The sheet">
    <p>Type a problem above and press Enter. It is worked here, line by line, with the reason of each line.</p>
    <p class="quiet">
      As you would write it: <kbd>6 1/4 - 2 5/6</kbd> <kbd>2¾ + 1⅚</kbd> <kbd>14.2 - 6.35</kbd> <kbd>2/3 = ?/12</kbd>
      <kbd>compare 3/4 and 5/6</kbd> <kbd>0.35 as a fraction</kbd>
    </p>
  </section>
</template>
