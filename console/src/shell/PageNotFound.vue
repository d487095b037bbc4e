<template>
  <div class="sheet">
    <h1 class="mb-3">Page not found</h1>
    <p>The console has no page at this web address. <router-link to="/pages" class="plain">Go to Pages</router-link></p>
  </div>
</template>
