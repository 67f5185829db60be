<script lang="ts">
  import { page } from '$app/state';
  import type { Phone } from '../phone.svelte';
  import Activity from './Activity.svelte';
  import Baskets from './Baskets.svelte';
  import Close from './Close.svelte';
  import Cloth from './Cloth.svelte';
  import Differs from './Differs.svelte';
  import Frame from './Frame.svelte';
  import Go from './Go.svelte';
  import Harm from './Harm.svelte';
  import Heads from './Heads.svelte';
  import Health from './Health.svelte';
  import LookUp from './LookUp.svelte';
  import Order from './Order.svelte';
  import Pair from './Pair.svelte';
  import Plant from './Plant.svelte';
  import RunSheet from './RunSheet.svelte';
  import Signs from './Signs.svelte';
  import Take from './Take.svelte';
  import Taste from './Taste.svelte';
  import Test from './Test.svelte';
  import WalkInfo from './WalkInfo.svelte';
  import Warn from './Warn.svelte';

  /** One walk, one screen at a time; which one stands behind the # of the address, so that Back goes back. */
  let { phone }: { phone: Phone } = $props();
  const [screen = 'sheet', slug = '', other = ''] = $derived(
    (page.url.hash.slice(1) || 'sheet').split('/').map(decodeURIComponent)
  );
  const place = $derived(
    screen === 'heads' || screen === 'go'
      ? 'heads'
      : screen === 'look'
        ? 'look'
        : screen === 'harm' || screen === 'health'
          ? 'harm'
          : 'sheet'
  );
  const ofPlant = ['signs', 'order', 'pair', 'test', 'take', 'taste'];
  const back = $derived(
    screen === 'sheet' || screen === 'heads' || screen === 'look' || screen === 'harm'
      ? undefined
      : ofPlant.includes(screen)
        ? { href: `#plant/${slug}`, label: 'The plant' }
        : screen === 'health'
          ? { href: '#harm', label: 'Ill or hurt' }
          : screen === 'go'
            ? { href: '#heads', label: 'Heads' }
            : { href: '#sheet', label: 'Run sheet' }
  );
  // A screen that goes dark is a glove off: where the phone allows it, it stays on while the walk is looked at.
  $effect(() => {
    let lock: WakeLockSentinel | undefined;
    const hold = async () => {
      if (document.visibilityState === 'visible')
        lock = await navigator.wakeLock?.request('screen').catch(() => undefined);
    };
    void hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      document.removeEventListener('visibilitychange', hold);
      void lock?.release();
    };
  });
  $effect(() => {
    // What was said of one screen is not said of the next.
    void page.url.hash;
    phone.said = '';
  });
</script>

<Frame {phone} {place} {back}>
  {#key `${screen} ${slug} ${other}`}
    {#if screen === 'heads'}<Heads {phone} />
    {:else if screen === 'go'}<Go {phone} />
    {:else if screen === 'warn'}<Warn {phone} />
    {:else if screen === 'plant'}<Plant {phone} {slug} />
    {:else if screen === 'signs'}<Signs {phone} {slug} />
    {:else if screen === 'order'}<Order {phone} {slug} part={other} />
    {:else if screen === 'pair'}<Pair {phone} {slug} {other} />
    {:else if screen === 'test'}<Test {phone} {slug} />
    {:else if screen === 'take'}<Take {phone} {slug} part={other} />
    {:else if screen === 'taste'}<Taste {phone} {slug} part={other} />
    {:else if screen === 'baskets'}<Baskets {phone} />
    {:else if screen === 'activity'}<Activity {phone} />
    {:else if screen === 'differs'}<Differs {phone} />
    {:else if screen === 'look'}<LookUp {phone} />
    {:else if screen === 'harm'}<Harm {phone} />
    {:else if screen === 'health'}<Health {phone} />
    {:else if screen === 'close'}<Close {phone} />
    {:else if screen === 'cloth'}<Cloth {phone} />
    {:else if screen === 'walk'}<WalkInfo {phone} />
    {:else}<RunSheet {phone} />{/if}
  {/key}
</Frame>
