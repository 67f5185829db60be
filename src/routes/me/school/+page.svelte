<script lang="ts">
  let { data } = $props();
</script>

<svelte:head><title>Your schools · Good Trail</title></svelte:head>
<h1>Which school?</h1>
<p class="mt-2 max-w-prose">
  Your account belongs to several. What you see and do is of the one that you choose.
</p>
<ul class="mt-4 max-w-[520px] list-none p-0">
  {#each data.schools as school (school.id)}
    <li class="border-b border-rule py-2">
      <form method="POST">
        <input type="hidden" name="school" value={school.id} />
        <button class={['btn w-full justify-start', school.isThis ? 'btn-neutral' : 'btn-line']}
          >{school.name}{school.isThis ? ', where you were last' : ''}</button
        >
      </form>
    </li>
  {/each}
</ul>
