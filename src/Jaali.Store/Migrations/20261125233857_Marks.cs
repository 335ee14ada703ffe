using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Jaali.Store.Migrations
{
    /// <inheritdoc />
    public partial class Marks : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Version",
                table: "Rights",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "TakenFrom",
                table: "Photos",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Mark",
                table: "Commands",
                type: "TEXT",
                nullable: false,
                defaultValue: "");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Version",
                table: "Rights");

            migrationBuilder.DropColumn(
                name: "TakenFrom",
                table: "Photos");

            migrationBuilder.DropColumn(
                name: "Mark",
                table: "Commands");
        }
    }
}
