import { Button, Dropdown } from 'antd';

export interface ExportedFile {
  /** What the file is, such as `Units, CSV`. */
  readonly name: string;
  readonly href: string;
}

/** The files that a page gives out. */
export function ExportMenu({ files }: { readonly files: readonly ExportedFile[] }) {
  if (files.length === 0) return null;
  return (
    <Dropdown
      trigger={['click']}
      menu={{ items: files.map(({ name, href }) => ({ key: href, label: <a href={href}>{name}</a> })) }}
    >
      <Button>
        Export <span aria-hidden="true">▾</span>
      </Button>
    </Dropdown>
  );
}
