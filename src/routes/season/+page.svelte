<svelte:head><title>Season · Good Trail</title></svelte:head>
<h1>Season</h1>
<p class="mt-3 max-w-prose">
  A season belongs to a place. <a href="/ground">Add a site under Ground</a>, name some plants that grow
  there, and their year is drawn here.
</p>
