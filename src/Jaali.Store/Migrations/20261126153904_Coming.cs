using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Jaali.Store.Migrations
{
    /// <inheritdoc />
    public partial class Coming : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Coming",
                table: "Slides",
                type: "TEXT",
                nullable: false,
                defaultValue: "");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Coming",
                table: "Slides");
        }
    }
}
