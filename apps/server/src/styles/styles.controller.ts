import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post } from '@nestjs/common';
import { ApiProperty, ApiTags } from '@nestjs/swagger';
import { IsString, Matches, MaxLength } from 'class-validator';
import { StylesService } from './styles.service';

class StyleDto {
  @ApiProperty({ description: 'What the style is called.' })
  @IsString()
  @Matches(/\S/, { message: 'name must say something' })
  @MaxLength(120)
  name!: string;

  @ApiProperty({ description: 'One part of lettering with its inks, as it is copied in the interface.' })
  @IsString()
  @MaxLength(200_000)
  document!: string;
}

@ApiTags('lettering styles')
@Controller('lettering-styles')
export class StylesController {
  constructor(private readonly styles: StylesService) {}

  @Get()
  list() {
    return this.styles.list();
  }

  @Post()
  add(@Body() body: StyleDto) {
    return this.styles.add(body.name.trim(), body.document);
  }

  @Delete(':id')
  @HttpCode(204)
  async remove(@Param('id', ParseIntPipe) id: number) {
    await this.styles.remove(id);
  }
}
