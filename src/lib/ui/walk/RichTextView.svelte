<script lang="ts">
  import type { RichInline, RichText } from '$core/walk';

  /** Formatted text as elements: never as HTML. */
  interface Props {
    text: RichText;
  }
  let { text }: Props = $props();
</script>

{#snippet inline(content: readonly RichInline[] | undefined)}
  {#each content ?? [] as one, i (i)}{#if one.type === 'hardBreak'}<br />{:else}{@const kinds =
        one.marks?.map(({ type }) => type) ?? []}{#if kinds.includes('bold')}<strong
          class={kinds.includes('italic') ? 'italic' : ''}>{one.text}</strong
        >{:else if kinds.includes('italic')}<em>{one.text}</em>{:else}{one.text}{/if}{/if}{/each}
{/snippet}

{#each text.content as block, i (i)}
  {#if block.type === 'paragraph'}
    <p>{@render inline(block.content)}</p>
  {:else}
    <svelte:element
      this={block.type === 'orderedList' ? 'ol' : 'ul'}
      class={['pl-5', block.type === 'orderedList' ? 'list-decimal' : 'list-disc']}
    >
      {#each block.content as item, j (j)}
        <li>
          {#each item.content as paragraph, k (k)}<p>{@render inline(paragraph.content)}</p>{/each}
        </li>
      {/each}
    </svelte:element>
  {/if}
{/each}
