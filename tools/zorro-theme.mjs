// Builds app/styles/zorro.css: the NG-ZORRO components in use, in Coulan's three themes. Each theme is compiled on its own;
// values that differ become CSS variables, so that switching a theme changes variables only. Right-to-left rules are left out.
import fs from 'node:fs';
import path from 'node:path';
import less from 'less';
import postcss from 'postcss';

const COMPONENTS = ['modal', 'select', 'upload'];

const shared = {
  'font-family': "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  'font-size-base': '14px',
  'border-radius-base': '3px',
  'height-base': '30px',
  'outline-width': '0',
  'input-padding-horizontal-base': '7px',
  'shadow-2': '0 6px 24px rgba(0,0,0,.28)',
};
/** Which of Coulan's tokens each variable of the components takes; the colours themselves stand in tokens.css alone. */
const TOKENS = {
  'primary-color': '--mark',
  'body-background': '--page',
  'component-background': '--page',
  'popover-background': '--page',
  'modal-content-bg': '--page',
  'modal-header-bg': '--page',
  'picker-bg': '--page',
  'input-bg': '--page',
  'select-background': '--page',
  'text-color': '--ink',
  'text-color-secondary': '--ink2',
  'heading-color': '--ink',
  'border-color-base': '--rule2',
  'border-color-split': '--rule',
  'input-placeholder-color': '--ink3',
  'disabled-color': '--ink3',
  'error-color': '--warn',
  'item-hover-bg': '--sheet2',
};
/** On a dark ground what lies above is lighter, and what is chosen needs a ground of its own. */
const ON_DARK = {
  'popover-background': '--sheet2',
  'modal-content-bg': '--sheet',
  'modal-header-bg': '--sheet',
  'text-color-inverse': '--on-mark',
  'item-hover-bg': '--mark-soft',
  'select-item-selected-bg': '--mark-soft',
  'select-item-active-bg': '--mark-soft',
  'select-item-selected-color': '--ink',
  'icon-color': '--ink3',
  'icon-color-hover': '--ink',
  'btn-primary-color': '--on-mark',
};

/** The colours of a theme, out of tokens.css: its own, over those of the light one. */
function coloursOf(theme) {
  const colours = {};
  postcss.parse(fs.readFileSync('app/styles/tokens.css', 'utf8')).walkRules((rule) => {
    if (rule.selector !== ':root' && rule.selector !== `[data-theme='${theme}']`) return;
    rule.walkDecls(/^--/, ({ prop, value }) => (colours[prop] = value));
  });
  return colours;
}

function themeOf(name, base, tokens) {
  const colours = coloursOf(name);
  const entries = Object.entries(tokens).map(([variable, token]) => {
    if (!colours[token]) throw new Error(`tokens.css has no ${token}, which ${variable} takes`);
    return [variable, colours[token]];
  });
  return { base, vars: Object.fromEntries(entries) };
}

const THEMES = {
  light: themeOf('light', 'default', TOKENS),
  dark: themeOf('dark', 'dark', { ...TOKENS, ...ON_DARK }),
  night: themeOf('night', 'dark', { ...TOKENS, ...ON_DARK }),
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
