/** Where the icon set that comes with the program is served from: only who looks for an icon loads it. */
export { default as nodesHref } from 'lucide-static/icon-nodes.json?url';
export { default as tagsHref } from 'lucide-static/tags.json?url';
