<script lang="ts">
  import { env } from "$env/dynamic/public";
</script>
<p>It's {
  env.PUBLIC_TITLE ?? "Lockside" // read: PUBLIC_TITLE optional fallback=Lockside
}</p>
