<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { OpenPicture, Spot } from '$core/learning';

  interface Props {
    questionId: string;
    picture: OpenPicture;
    label: string;
    class?: string;
    /** Called with the place of a tap, in units of the picture. */
    onpick?: ((at: Spot) => void) | undefined;
    /** What lies on the picture. */
    children?: Snippet;
    /** Whether what lies on it can be chosen: then it is no mere picture. */
    holdsControls?: boolean;
  }
  let {
    questionId,
    picture,
    label,
    class: extra = '',
    onpick,
    children,
    holdsControls = false
  }: Props = $props();
  const wordsId = $derived(`words-${questionId}-${picture.name}`);

  function onclick(event: MouseEvent & { currentTarget: SVGSVGElement }) {
    // By the picture's own matrix: it seldom fills the box that it is shown in.
    const matrix = event.currentTarget.getScreenCTM();
    if (!onpick || !matrix) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    onpick({ x: Math.round(at.x), y: Math.round(at.y) });
  }
</script>

<!-- A tap is one way; lists of parts and pieces beside it serve keyboards. -->
<svg
  viewBox="0 0 {picture.width} {picture.height}"
  class={[extra, onpick ? 'cursor-crosshair' : '']}
  {onclick}
  role={holdsControls ? 'group' : 'img'}
  aria-label={label}
  aria-describedby={wordsId}
>
  <image href="/questions/{questionId}/{picture.name}" width={picture.width} height={picture.height} />
  {@render children?.()}
</svg>
<p id={wordsId} class="sr-only">{picture.words.join(' ')}</p>
