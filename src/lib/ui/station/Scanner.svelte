<script lang="ts">
  import { onMount } from 'svelte';
  import Overlay from '$lib/ui/Overlay.svelte';
  import { decoder, dotsOf, type Decode } from '$lib/device/scan';

  /** The camera before a label; or a picture of one, or its code typed. */
  let { found, close }: { found: (text: string) => void; close: () => void } = $props();
  let video = $state<HTMLVideoElement>();
  let said = $state('');
  let typed = $state('');
  let live = $state(false);
  let decode: Decode | undefined;

  onMount(() => {
    let stream: MediaStream | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const look = async () => {
      if (gone || !video || !decode) return;
      const dots = video.videoWidth > 0 ? dotsOf(video, video.videoWidth, video.videoHeight) : undefined;
      const text = dots ? await decode(dots).catch(() => undefined) : undefined;
      if (text && !gone) return take(text);
      timer = setTimeout(() => void look(), 160);
    };
    void (async () => {
      decode = await decoder();
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
        if (gone || !video) return stream.getTracks().forEach((track) => track.stop());
        video.srcObject = stream;
        await video.play();
        live = true;
        void look();
      } catch {
        said = 'No camera here, or it may not be used. Take a picture of the label, or type its code.';
      }
    })();
    return () => {
      gone = true;
      clearTimeout(timer);
      stream?.getTracks().forEach((track) => track.stop());
    };
  });
  function take(text: string): void {
    close();
    found(text);
  }
  async function picture(file: File | undefined): Promise<void> {
    if (!file) return;
    try {
      const image = await createImageBitmap(file);
      const dots = dotsOf(image, image.width, image.height);
      decode ??= await decoder();
      const text = dots && (await decode(dots));
      if (text) take(text);
      else said = 'No code is seen in that picture. Closer, straight, in even light; or type the code.';
    } catch {
      said = 'That file is no picture.';
    }
  }
</script>

<Overlay title="Scan a label" {close}>
  <video bind:this={video} class:live muted playsinline></video>
  {#if said}<p class="said" role="status">{said}</p>{/if}
  <label class="press file"
    >A picture of the label<input
      type="file"
      accept="image/*"
      capture="environment"
      class="sr-only"
      data-testid="scan-file"
      onchange={(e) => void picture(e.currentTarget.files?.[0])}
    /></label
  >
  <form
    onsubmit={(e) => {
      e.preventDefault();
      if (typed.trim()) take(typed);
    }}
  >
    <input
      class="field mono"
      aria-label="The code"
      placeholder="9Z21 ZKSD 9"
      bind:value={typed}
      autocomplete="off"
    />
    <button class="press press-main" type="submit">Open</button>
  </form>
</Overlay>

<style>
  video {
    display: none;
    width: 100%;
    max-height: 46vh;
    object-fit: cover;
    background: #000;
    border-radius: 4px;
  }
  .live {
    display: block;
  }
  .said {
    margin: 8px 0;
    color: var(--brass);
    font-weight: 600;
  }
  .file {
    width: 100%;
    min-height: 56px;
    margin-top: 10px;
  }
  form {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px;
    margin-top: 10px;
  }
  form > * {
    min-height: 56px;
  }
</style>
