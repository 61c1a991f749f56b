import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsInt,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { MOST_PIECES } from '@brelm/core/press';

/** Lines of an order. */
export const MOST_ITEMS = 40;

export class PrintDto {
  @ApiProperty({ example: 'front' })
  @IsString()
  @MaxLength(80)
  side!: string;

  @ApiProperty({ description: 'inches' })
  @Min(0.1)
  @Max(200)
  widthIn!: number;

  @ApiProperty({ description: 'inches' })
  @Min(0.1)
  @Max(200)
  heightIn!: number;
}

export class OrderPrintDto extends PrintDto {
  @ApiProperty({ description: 'SHA-256 of a file that was handed in before.' })
  @Matches(/^[0-9a-f]{64}$/)
  file!: string;
}

class ItemDto {
  @ApiProperty({ example: 'tee' })
  @IsString()
  @MaxLength(60)
  blank!: string;

  @ApiProperty({ example: 'M' })
  @IsString()
  @MaxLength(60)
  size!: string;

  @ApiProperty({
    nullable: true,
    type: String,
    description: 'Of the blank; null where it has none to choose.',
  })
  @ValidateIf((o: ItemDto) => o.colour !== null)
  @IsString()
  @MaxLength(80)
  colour!: string | null;

  @ApiProperty({ minimum: 1, maximum: MOST_PIECES })
  @IsInt()
  @Min(1)
  @Max(MOST_PIECES)
  quantity!: number;
}

export class QuoteItemDto extends ItemDto {
  @ApiProperty({ type: [PrintDto] })
  @IsArray()
  @ArrayMaxSize(8)
  @ValidateNested({ each: true })
  @Type(() => PrintDto)
  prints!: PrintDto[];
}

export class OrderItemDto extends ItemDto {
  @ApiProperty({ type: [OrderPrintDto] })
  @IsArray()
  @ArrayMaxSize(8)
  @ValidateNested({ each: true })
  @Type(() => OrderPrintDto)
  prints!: OrderPrintDto[];
}

export class QuoteDto {
  @ApiProperty({ type: [QuoteItemDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_ITEMS)
  @ValidateNested({ each: true })
  @Type(() => QuoteItemDto)
  items!: QuoteItemDto[];

  @ApiProperty({ example: 'IE', description: 'ISO 3166-1 alpha-2' })
  @Matches(/^[A-Z]{2}$/)
  country!: string;
}

export class OrderDto {
  @ApiProperty({ type: [OrderItemDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_ITEMS)
  @ValidateNested({ each: true })
  @Type(() => OrderItemDto)
  items!: OrderItemDto[];

  @ApiProperty({ example: 'IE', description: 'ISO 3166-1 alpha-2' })
  @Matches(/^[A-Z]{2}$/)
  country!: string;
}
