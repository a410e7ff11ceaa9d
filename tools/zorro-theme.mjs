// Builds app/styles/zorro.css: the NG-ZORRO components in use, in Coulan's three themes. Each theme is compiled on its own;
// values that differ become CSS variables, so that switching a theme changes variables only. Right-to-left rules are left out.
import fs from 'node:fs';
import path from 'node:path';
import less from 'less';
import postcss from 'postcss';

const COMPONENTS = ['checkbox', 'modal', 'progress', 'select', 'upload'];

const shared = {
  'font-family': "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  'font-size-base': '14px',
  'border-radius-base': '3px',
  'height-base': '30px',
  'outline-width': '0',
  'input-padding-horizontal-base': '7px',
  'shadow-2': '0 6px 24px rgba(0,0,0,.28)',
};
const THEMES = {
  light: {
    base: 'default',
    vars: {
      'primary-color': '#4d2d86',
      'body-background': '#f8faf6',
      'component-background': '#f8faf6',
      'popover-background': '#f8faf6',
      'modal-content-bg': '#f8faf6',
      'modal-header-bg': '#f8faf6',
      'picker-bg': '#f8faf6',
      'input-bg': '#f8faf6',
      'select-background': '#f8faf6',
      'text-color': '#15201b',
      'text-color-secondary': '#4a5a51',
      'heading-color': '#15201b',
      'border-color-base': '#9fb39c',
      'border-color-split': '#c7d4c4',
      'input-placeholder-color': '#66756c',
      'disabled-color': '#66756c',
      'error-color': '#7a1f2b',
      'item-hover-bg': '#e3eae0',
    },
  },
  dark: {
    base: 'dark',
    vars: {
      'primary-color': '#bba4f0',
      'body-background': '#101613',
      'component-background': '#101613',
      'popover-background': '#1b2420',
      'modal-content-bg': '#141b17',
      'modal-header-bg': '#141b17',
      'picker-bg': '#101613',
      'input-bg': '#101613',
      'select-background': '#101613',
      'text-color': '#e6eee8',
      'text-color-secondary': '#aab9af',
      'text-color-inverse': '#101613',
      'heading-color': '#e6eee8',
      'border-color-base': '#4a5f53',
      'border-color-split': '#2b3a32',
      'input-placeholder-color': '#8b9b91',
      'disabled-color': '#8b9b91',
      'error-color': '#ef8e97',
      'item-hover-bg': '#2b2440',
      'select-item-selected-bg': '#2b2440',
      'select-item-active-bg': '#2b2440',
      'btn-primary-color': '#101613',
    },
  },
  night: {
    base: 'dark',
    vars: {
      'primary-color': '#f0a860',
      'body-background': '#0a0604',
      'component-background': '#0a0604',
      'popover-background': '#140c07',
      'modal-content-bg': '#0d0805',
      'modal-header-bg': '#0d0805',
      'picker-bg': '#0a0604',
      'input-bg': '#0a0604',
      'select-background': '#0a0604',
      'text-color': '#e0904a',
      'text-color-secondary': '#b06c34',
      'text-color-inverse': '#0a0604',
      'heading-color': '#e0904a',
      'border-color-base': '#4d2d18',
      'border-color-split': '#2e1b0f',
      'input-placeholder-color': '#9a5f2f',
      'disabled-color': '#9a5f2f',
      'icon-color': '#b06c34',
      'icon-color-hover': '#e0904a',
      'error-color': '#ff6b4a',
      'item-hover-bg': '#26150a',
      'select-item-selected-bg': '#26150a',
      'select-item-active-bg': '#26150a',
      'select-item-selected-color': '#e0904a',
      'btn-primary-color': '#0a0604',
    },
  },
};

const nz = path.resolve('node_modules/ng-zorro-antd');
const out = path.resolve('app/styles/zorro.css');

async function compile({ base, vars }) {
  const imports = ['style/entry.less', ...COMPONENTS.map((name) => `${name}/style/entry.less`)];
  const text = `@root-entry-name: ${base};\n${imports.map((file) => `@import '${nz}/${file}';`).join('\n')}`;
  const { css } = await less.render(text, {
    filename: path.join(nz, 'coulan.less'),
    javascriptEnabled: true,
    quiet: true,
    silent: true,
    modifyVars: { ...shared, ...vars },
  });
  return withoutRtl(postcss.parse(css));
}

function withoutRtl(root) {
  root.walkRules((rule) => {
    const kept = rule.selectors.filter((selector) => !/-rtl\b|\[dir=['"]?rtl/.test(selector));
    if (kept.length === 0) rule.remove();
    else if (kept.length !== rule.selectors.length) rule.selectors = kept;
  });
  root.walkAtRules((at) => {
    if (at.nodes && at.nodes.length === 0) at.remove();
  });
  root.walkComments((comment) => {
    comment.remove();
  });
  return root;
}

/** Every rule outside keyframes under a key that is the same in all themes. */
function rulesByKey(root) {
  const seen = new Map();
  const rules = new Map();
  root.walkRules((rule) => {
    let key = rule.selector;
    for (let parent = rule.parent; parent && parent.type !== 'root'; parent = parent.parent) {
      if (/keyframes/.test(parent.name)) return;
      key = `${parent.name} ${parent.params}|${key}`;
    }
    const count = seen.get(key) ?? 0;
    seen.set(key, count + 1);
    rules.set(`${key}#${count}`, rule);
  });
  return rules;
}

const declarations = (rule) => {
  const last = new Map();
  rule.each((node) => {
    if (node.type === 'decl') last.set(node.prop, node);
  });
  return last;
};

const names = Object.keys(THEMES);
const roots = await Promise.all(names.map((name) => compile(THEMES[name])));
const [baseRules, ...otherRules] = roots.map(rulesByKey);
const variables = new Map();
const extra = postcss.root();

function scoped(name, rule, decls) {
  let node = postcss
    .rule({ selectors: rule.selectors.map((s) => `[data-theme=${name}] ${s}`) })
    .append(decls.map((d) => d.clone()));
  for (let parent = rule.parent; parent && parent.type !== 'root'; parent = parent.parent) {
    const at = postcss.atRule({ name: parent.name, params: parent.params });
    at.append(node);
    node = at;
  }
  extra.append(node);
}

for (const [key, rule] of baseRules) {
  const own = declarations(rule);
  const theirs = otherRules.map((rules) => (rules.has(key) ? declarations(rules.get(key)) : new Map()));
  for (const [prop, declaration] of own) {
    const values = [declaration.value, ...theirs.map((map) => map.get(prop)?.value ?? declaration.value)];
    if (values.every((value) => value === values[0])) continue;
    const id = values.join('\u0000');
    if (!variables.has(id)) variables.set(id, { name: `--z${variables.size.toString(36)}`, values });
    declaration.value = `var(${variables.get(id).name})`;
  }
  theirs.forEach((map, k) => {
    const added = [...map].filter(([prop]) => !own.has(prop)).map(([, declaration]) => declaration);
    if (added.length > 0) scoped(names[k + 1], rule, added);
  });
}
otherRules.forEach((rules, k) => {
  for (const [key, rule] of rules)
    if (!baseRules.has(key)) scoped(names[k + 1], rule, [...declarations(rule).values()]);
});

const list = (k) => [...variables.values()].map(({ name, values }) => `${name}:${values[k]}`).join(';');
const heads = names.map(
  (name, k) => `${k === 0 ? ':root' : `[data-theme=${name}]`}{color-scheme:${k === 0 ? 'light' : 'dark'};${list(k)}}`,
);
fs.writeFileSync(out, `${heads.join('\n')}\n${roots[0]}\n${extra}\n`);
console.log(`zorro.css: ${variables.size} variables, ${fs.statSync(out).size} bytes`);
