<script lang="ts">
  import type { Editor } from '@tiptap/core';
  import Bold from '@lucide/svelte/icons/bold';
  import Italic from '@lucide/svelte/icons/italic';
  import List from '@lucide/svelte/icons/list';
  import ListOrdered from '@lucide/svelte/icons/list-ordered';
  import { onMount } from 'svelte';
  import type { RichText } from '$core/walk';

  /** Talking points with bold, italic and lists. What it holds is sent as JSON under its name. */
  interface Props {
    label: string;
    name: string;
    text: RichText;
  }
  let { label, name, text }: Props = $props();
  const id = $props.id();
  let frame: HTMLDivElement;
  let editor = $state.raw<Editor>();
  let version = $state(0);
  // svelte-ignore state_referenced_locally
  let json = $state(JSON.stringify(text));

  onMount(() => {
    let isGone = false;
    void Promise.all([import('@tiptap/core'), import('@tiptap/starter-kit')]).then(([core, kit]) => {
      if (isGone) return;
      editor = new core.Editor({
        element: frame,
        injectCSS: false,
        extensions: [
          kit.default.configure({
            blockquote: false,
            code: false,
            codeBlock: false,
            heading: false,
            horizontalRule: false,
            link: false,
            strike: false,
            underline: false
          })
        ],
        content: text.content.length > 0 ? text : '',
        editorProps: {
          attributes: { 'aria-label': label, role: 'textbox', 'aria-multiline': 'true', class: 'rich-text' }
        },
        onUpdate: ({ editor: now }) => (json = JSON.stringify(now.getJSON())),
        onTransaction: () => (version += 1)
      });
    });
    return () => {
      isGone = true;
      editor?.destroy();
    };
  });

  const tools = [
    { word: 'Bold', mark: 'bold', Icon: Bold, run: (now: Editor) => now.chain().focus().toggleBold().run() },
    {
      word: 'Italic',
      mark: 'italic',
      Icon: Italic,
      run: (now: Editor) => now.chain().focus().toggleItalic().run()
    },
    {
      word: 'List',
      mark: 'bulletList',
      Icon: List,
      run: (now: Editor) => now.chain().focus().toggleBulletList().run()
    },
    {
      word: 'Numbered list',
      mark: 'orderedList',
      Icon: ListOrdered,
      run: (now: Editor) => now.chain().focus().toggleOrderedList().run()
    }
  ];
  const isOn = (mark: string) => version >= 0 && Boolean(editor?.isActive(mark));
</script>

<div class="grid content-start gap-1">
  <div class="flex items-center gap-1">
    <span class="note mr-auto font-strong" id="{id}-label">{label}</span>
    {#each tools as { word, mark, Icon, run } (mark)}
      <button
        type="button"
        class={[
          'grid size-8 cursor-pointer place-items-center rounded-[3px]',
          isOn(mark) ? 'bg-ink text-base-200' : 'hover:bg-base-300'
        ]}
        aria-pressed={isOn(mark)}
        aria-label={word}
        title={word}
        onclick={() => editor && run(editor)}><Icon size={16} aria-hidden="true" /></button
      >
    {/each}
  </div>
  <div bind:this={frame} class="textarea min-h-20 w-full py-2"></div>
  <input type="hidden" {name} value={json} />
</div>
