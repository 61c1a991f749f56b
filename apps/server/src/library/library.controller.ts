import { Controller, Get } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { LibraryService } from './library.service';

@ApiTags('specs')
@Controller()
export class LibraryController {
  constructor(private readonly library: LibraryService) {}

  @Get('specs')
  specs() {
    return this.library.specs();
  }

  @Get('shop')
  shop() {
    return this.library.shop();
  }

  @Get('garments')
  garments() {
    return this.library.garments();
  }
}
