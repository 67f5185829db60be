<script lang="ts">
  import type { LibraryTaxon, Stage } from '$core/knowledge';
  import { stageWord } from '$core/words';
  import type { Drawing } from './draw.worker';
  import { drawn } from './drawer';

  /** One specimen, drawn on the phone; the last one stays until the next is there. */
  interface Props {
    /** As it came along. */
    library: unknown;
    slug: string;
    stage: Stage;
    seed?: number;
    name: string;
    group: LibraryTaxon['group'];
  }
  let { library, slug, stage, seed = 0, name, group }: Props = $props();
  const at = $derived(stageWord(group, stage));
  let drawing = $state.raw<Drawing>();
  let instead = $state('Drawing …');
  $effect(() => {
    let isAsked = true;
    const none = (why: string) => {
      drawing = undefined;
      instead = why;
    };
    const missing = `There is no drawing of it in ${at}.`;
    drawn(library, slug, stage, seed).then(
      (made) => {
        if (!isAsked) return;
        if (made) drawing = made;
        else none(missing);
      },
      () => isAsked && none('This phone cannot draw it.')
    );
    return () => {
      isAsked = false;
    };
  });
</script>

<figure class="m-0">
  <div class="plate grid aspect-[310/380] place-items-center p-[5px]">
    {#if drawing}<img
        src="data:image/svg+xml,{encodeURIComponent(drawing.svg)}"
        alt="{name} in {at}, drawn from its described characters"
        width="310"
        height="380"
        class="w-full"
      />{:else}<p class="note p-6 text-center" role="status">{instead}</p>{/if}
  </div>
  {#if drawing}<details>
      <summary class="unfolds">The drawing in words</summary>
      <p>{drawing.words}</p>
    </details>{/if}
</figure>
