import { Button, Input, InputNumber } from 'antd';
import { type SheetItemDto, TEXT_LIMITS } from '../../shared/api/index.ts';
import './item-fields.css';

interface ItemFieldsProps {
  /** `Tools`, `Parts and fasteners`. */
  readonly title: string;
  /** One of them, as the button says it. */
  readonly one: string;
  readonly example: Pick<SheetItemDto, 'name' | 'size' | 'place'>;
  readonly items: readonly SheetItemDto[];
  readonly change: (items: SheetItemDto[]) => void;
}

/** Tools, parts or fasteners, one a row: what, how many, which size and number, where it goes back. */
export function ItemFields({ title, one, example, items, change }: ItemFieldsProps) {
  const set = (at: number, next: Partial<SheetItemDto>): void =>
    change(items.map((each, index) => (index === at ? { ...each, ...next } : each)));
  const text = (index: number, name: 'name' | 'size' | 'number' | 'place', label: string, placeholder: string) => (
    <Input
      aria-label={`${title} ${index + 1}: ${label}`}
      className={name === 'number' ? 'mono' : ''}
      placeholder={placeholder}
      maxLength={TEXT_LIMITS.SheetItemDto[name]}
      value={items[index]?.[name] ?? ''}
      onChange={({ target }) => set(index, { [name]: target.value })}
    />
  );
  return (
    <fieldset className="item-fields">
      <legend>{title}</legend>
      {items.map(({ count }, index) => (
        <div key={index} className="item-row">
          <InputNumber
            aria-label={`${title} ${index + 1}: how many`}
            min={1}
            max={100}
            precision={0}
            value={count}
            onChange={(next) => set(index, { count: next ?? 1 })}
          />
          {text(index, 'name', 'name', example.name)}
          {text(index, 'size', 'size', example.size)}
          {text(index, 'number', 'part number', 'part number')}
          {text(index, 'place', 'where it goes', example.place)}
          <Button
            aria-label={`Leave ${title.toLowerCase()} ${index + 1} out`}
            onClick={() => change(items.filter((_, place) => place !== index))}
          >
            Leave out
          </Button>
        </div>
      ))}
      <Button onClick={() => change([...items, { name: '', size: '', count: 1, number: '', place: '' }])}>
        Add {one}
      </Button>
    </fieldset>
  );
}
