<template>
  <div class="sheet">
    <h1 class="mb-3">Nothing here</h1>
    <p>There is no such place in the console. <router-link to="/pages" class="plain">Go to the pages</router-link></p>
  </div>
</template>
